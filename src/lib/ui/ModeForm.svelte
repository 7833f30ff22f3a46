<script lang="ts">
	import { seatStates } from '../core/interior';
	import { POSTURES, USES, type Posture } from '../core/plan';
	import { useWorkbench } from './context';
	import LengthField from './LengthField.svelte';

	const workbench = useWorkbench();
	const { session } = workbench;

	const id = $derived(workbench.gaze.modeId);
	const mode = $derived(session.plan.modes[id]);
	const states = $derived(workbench.derived?.look?.states ?? {});
	const set = (path: string[], value: unknown, label: string) => session.edit(label, [{ path: ['modes', id, ...path], value }]);

	function setPosture(person: string, posture: Posture) {
		const piece = mode.people[person]?.piece ?? Object.keys(session.plan.pieces)[0];
		set(
			['people', person],
			posture === 'lying' || posture === 'on the bench' ? { posture, ...(piece ? { piece } : {}) } : { posture },
			'where someone is'
		);
	}
</script>

{#if mode}
	<div class="mode">
		<label>
			<span class="quiet">Mode</span>
			<input
				class="field"
				value={mode.name}
				maxlength="120"
				onchange={(event) => set(['name'], event.currentTarget.value, 'rename a mode')}
			/>
		</label>
		<label>
			<span class="quiet">Used to</span>
			<select class="field" value={mode.use} onchange={(event) => set(['use'], event.currentTarget.value, 'use of a mode')}>
				{#each USES as use (use)}<option value={use}>{{ drive: 'drive', day: 'live by day', night: 'sleep' }[use]}</option>{/each}
			</select>
		</label>
		{#each Object.entries(session.plan.pieces) as [pieceId, piece] (pieceId)}
			<label>
				<span class="quiet">{piece.name} is a</span>
				<select
					class="field"
					value={mode.pieces[pieceId] ?? states[pieceId]?.find((s) => s.id === mode.pieces[pieceId])?.id ?? ''}
					onchange={(event) => set(['pieces', pieceId], event.currentTarget.value || undefined, 'state of a piece')}
				>
					<option value="">as usual</option>
					{#each states[pieceId] ?? [] as state (state.id)}<option value={state.id}>{state.name}</option>{/each}
				</select>
			</label>
		{/each}
		{#each Object.entries(session.plan.crew) as [personId, person] (personId)}
			<label>
				<span class="quiet">{person.name} is</span>
				<select
					class="field"
					value={mode.people[personId]?.posture ?? 'away'}
					onchange={(event) => setPosture(personId, event.currentTarget.value as Posture)}
				>
					{#each POSTURES as posture (posture)}<option>{posture}</option>{/each}
				</select>
			</label>
		{/each}
		{#each Object.entries(session.plan.vehicle.seats) as [seatId, seat] (seatId)}
			{@const setting = mode.seats[seatId]}
			{#if setting && seat.type === 'rear bench'}
				<label>
					<span class="quiet">{seat.name}</span>
					<select
						class="field"
						value={setting.state}
						onchange={(event) => set(['seats', seatId, 'state'], event.currentTarget.value, `${seat.name.toLowerCase()}`)}
					>
						{#each seatStates(seat) as state (state)}<option>{state}</option>{/each}
					</select>
				</label>
			{:else if setting && seat.type === 'front seat'}
				<div class="pair">
					<LengthField
						label="{seat.name}, slid forward"
						value={setting.slide}
						range={[0, seat.slide.mm]}
						onchange={(mm) => set(['seats', seatId, 'slide'], mm, `slide of the ${seat.name.toLowerCase()}`)}
					/>
					<label>
						<span class="quiet">lean (°)</span>
						<input
							class="field figures"
							type="number"
							min={seat.uprightAngle}
							max={seat.reclinedAngle}
							value={setting.angle}
							onchange={(event) =>
								Number.isFinite(event.currentTarget.valueAsNumber) &&
								set(['seats', seatId, 'angle'], event.currentTarget.valueAsNumber, `lean of the ${seat.name.toLowerCase()}`)}
						/>
					</label>
				</div>
			{/if}
		{/each}
	</div>
{/if}

<style>
	.mode {
		display: grid;
		gap: 8px;
	}
	label {
		display: grid;
		gap: 1px;
		font-size: 12.5px;
		min-width: 0;
	}
	.pair {
		display: grid;
		grid-template-columns: 1fr 76px;
		gap: 8px;
		align-items: end;
	}
</style>
