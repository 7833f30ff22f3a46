<script lang="ts">
	import { seatStates } from '../core/interior';
	import { addMode, removeMode, HEADS, POSTURES, sits, USES, type Head, type Posture } from '../core/plan';
	import { formatLength } from '../core/units';
	import { preferences } from '../client/preferences.svelte';
	import { useWorkbench } from './context';
	import LengthField from './LengthField.svelte';
	import NumberField from './NumberField.svelte';

	const workbench = useWorkbench();
	const { session } = workbench;

	const id = $derived(workbench.gaze.modeId);
	const mode = $derived(session.plan.modes[id]);
	const load = $derived(workbench.derived?.look?.loadRoom);
	const long = ([low, high]: [number, number]) => formatLength(high - low, preferences.units);
	const states = $derived(workbench.derived?.look?.states ?? {});
	const set = (path: string[], value: unknown, label: string) => session.edit(label, [{ path: ['modes', id, ...path], value }]);

	function another() {
		const { id: added, edits } = addMode(session.plan, id, `${mode.name}, another way`);
		if (session.edit('another mode', edits)) workbench.gaze.modeId = added;
	}
	function remove() {
		const rest = Object.keys(session.plan.modes).find((other) => other !== id);
		if (!rest) return;
		const edits = removeMode(session.plan, id);
		const { name } = mode;
		workbench.gaze.modeId = rest;
		session.edit(`take out the mode ${name}`, edits);
	}
	/** What a piece is in a mode of this use that does not say otherwise. */
	function usualOf(pieceId: string): string {
		const own = states[pieceId] ?? [];
		const usual = own.find(({ startsFor }) => startsFor.includes(mode.use)) ?? own[0];
		return usual ? `: ${usual.name.toLowerCase()}` : '';
	}
	/** A thing gets a place of its own in this mode, or loses it. */
	function setLies(gear: string, lies: boolean) {
		const middle = Math.round(session.plan.vehicle.length.mm / 3);
		if (lies) set(['lies'], { ...mode.lies, [gear]: { x: middle, y: 0, z: 0 } }, 'where something lies');
		else set(['lies', gear], undefined, 'where something lies');
	}

	/** Where somebody may be: lying has the floor as well, sitting is always on a piece. */
	const hasPlace = (posture: Posture | undefined) => posture !== undefined && (posture === 'lying' || sits(posture));
	function setPosture(person: string, posture: Posture) {
		const piece = mode.people[person]?.piece ?? Object.keys(session.plan.pieces)[0];
		place(person, posture, hasPlace(posture) ? piece : undefined);
	}
	const place = (person: string, posture: Posture, piece: string | undefined, head?: Head) =>
		set(['people', person], { posture, ...(piece ? { piece } : {}), ...(head ? { head } : {}) }, 'where someone is');
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
		{#if workbench.derived?.look}
			<p class="quiet load">
				Largest load on the floor:
				{#if load}<span class="figures">{long(load.x)}</span> long, <span class="figures">{long(load.y)}</span> wide,
					<span class="figures">{long(load.z)}</span> high.{:else}nothing is left for one.{/if}
			</p>
		{/if}
		{#each Object.entries(session.plan.pieces) as [pieceId, piece] (pieceId)}
			<label>
				<span class="quiet">{piece.name}: state</span>
				<select
					class="field"
					value={mode.pieces[pieceId] ?? states[pieceId]?.find((s) => s.id === mode.pieces[pieceId])?.id ?? ''}
					onchange={(event) => set(['pieces', pieceId], event.currentTarget.value || undefined, 'state of a piece')}
				>
					<option value="">as usual{usualOf(pieceId)}</option>
					{#each states[pieceId] ?? [] as state (state.id)}<option value={state.id}>{state.name}</option>{/each}
				</select>
			</label>
		{/each}
		{#each Object.entries(session.plan.crew) as [personId, person] (personId)}
			<label>
				<span class="quiet">{person.name} is</span>
				<select
					class="field"
					value={mode.people[personId]?.posture ?? ''}
					onchange={(event) => setPosture(personId, event.currentTarget.value as Posture)}
				>
					{#if !mode.people[personId]}<option value="" disabled>not said yet</option>{/if}
					{#each POSTURES as posture (posture)}<option>{posture}</option>{/each}
				</select>
			</label>
			{@const at = mode.people[personId]}
			{#if hasPlace(at?.posture) && Object.keys(session.plan.pieces).length > 0}
				<label>
					<span class="quiet">{person.name}, on the</span>
					<select
						class="field"
						value={at.piece ?? ''}
						onchange={(event) => place(personId, at.posture, event.currentTarget.value || undefined, at.head)}
					>
						{#if at.posture === 'lying'}<option value="">floor</option>{/if}
						{#each Object.entries(session.plan.pieces) as [pieceId, piece] (pieceId)}<option value={pieceId}>{piece.name}</option>{/each}
					</select>
				</label>
			{/if}
			{#if at?.posture === 'lying'}
				<label>
					<span class="quiet">{person.name}’s head is</span>
					<select
						class="field"
						value={at.head ?? ''}
						onchange={(event) => place(personId, 'lying', at.piece, (event.currentTarget.value || undefined) as Head | undefined)}
					>
						<option value="">where there is more room</option>
						{#each HEADS as head (head)}<option value={head}>at the {head}</option>{/each}
					</select>
				</label>
			{/if}
		{/each}
		{#each Object.entries(session.plan.vehicle.seats) as [seatId, seat] (seatId)}
			{@const setting = mode.seats[seatId]}
			{@const name = seat.name.toLowerCase()}
			{#if setting}
				<fieldset>
					<legend>{seat.name}</legend>
					{#if seatStates(seat).length > 1}
						<label>
							<span class="quiet">is</span>
							<select
								class="field"
								aria-label="{seat.name} is"
								value={setting.state}
								onchange={(event) => set(['seats', seatId, 'state'], event.currentTarget.value, name)}
							>
								{#each seatStates(seat) as state (state)}<option>{state}</option>{/each}
							</select>
						</label>
					{/if}
					{#if seat.slide}
						<div class="pair">
							<LengthField
								label="{seat.name}, slid forward"
								value={setting.slide}
								range={[0, seat.slide.mm]}
								onchange={(mm) => set(['seats', seatId, 'slide'], mm, `slide of the ${name}`)}
							/>
							{#if seat.type === 'front seat'}
								<NumberField
									label="lean (°)"
									value={setting.angle}
									range={[seat.uprightAngle, seat.reclinedAngle]}
									onchange={(angle) => set(['seats', seatId, 'angle'], angle, `lean of the ${name}`)}
								/>
							{/if}
						</div>
					{/if}
					<div class="pair">
						<NumberField
							label="must carry (people)"
							value={setting.passengers ?? 0}
							range={[0, 4]}
							whole
							onchange={(people) => set(['seats', seatId, 'passengers'], people || undefined, `people in the ${name}`)}
						/>
						{#if seat.headRest}
							<label class="check"
								><input
									type="checkbox"
									checked={setting.headRest === 'out'}
									onchange={(event) =>
										set(['seats', seatId, 'headRest'], event.currentTarget.checked ? 'out' : undefined, `head rest of the ${name}`)}
								/> head rest out</label
							>
						{/if}
					</div>
				</fieldset>
			{/if}
		{/each}
		{#if Object.keys(session.plan.vehicle.openings).length > 0}
			<fieldset>
				<legend>Doors that stand open</legend>
				{#each Object.entries(session.plan.vehicle.openings) as [doorId, opening] (doorId)}
					<label class="check"
						><input
							type="checkbox"
							checked={mode.doors[doorId] === 'open'}
							onchange={(event) => set(['doors', doorId], event.currentTarget.checked ? 'open' : undefined, opening.name.toLowerCase())}
						/>
						{opening.name}</label
					>
				{/each}
			</fieldset>
		{/if}
		{#each Object.entries(session.plan.gear) as [gearId, gear] (gearId)}
			{@const at = mode.lies?.[gearId]}
			<fieldset>
				<legend>{gear.name}</legend>
				<label class="check"
					><input type="checkbox" checked={Boolean(at)} onchange={(event) => setLies(gearId, event.currentTarget.checked)} />
					lies in a place of its own</label
				>
				{#if at}
					<LengthField
						label="Rear end of {gear.name.toLowerCase()} from the rear door"
						value={at.x}
						range={[0, 20000]}
						onchange={(mm) => set(['lies', gearId, 'x'], mm, gear.name.toLowerCase())}
					/>
					<LengthField
						label="Its middle, left of the middle of the vehicle"
						value={at.y}
						range={[-1500, 1500]}
						onchange={(mm) => set(['lies', gearId, 'y'], mm, gear.name.toLowerCase())}
					/>
					<LengthField
						label="Its underside above the floor"
						value={at.z}
						range={[0, 3000]}
						onchange={(mm) => set(['lies', gearId, 'z'], mm, gear.name.toLowerCase())}
					/>
					<label class="check"
						><input
							type="checkbox"
							checked={at.turned ?? false}
							onchange={(event) => set(['lies', gearId, 'turned'], event.currentTarget.checked || undefined, gear.name.toLowerCase())}
						/> lies across the vehicle</label
					>
				{/if}
			</fieldset>
		{/each}
		<div class="more">
			<button type="button" class="tool" onclick={another}>Another mode like this</button>
			{#if Object.keys(session.plan.modes).length > 1}
				<button type="button" class="tool" onclick={remove}>Take out this mode</button>
			{/if}
		</div>
	</div>
{/if}

<style>
	.more {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}
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
	fieldset {
		border: 0;
		border-top: 1px dashed var(--rule);
		padding: 4px 0 0;
		display: grid;
		gap: 4px;
	}
	legend {
		padding: 0 6px 0 0;
		font-size: 12.5px;
		font-weight: 650;
	}
	.check {
		display: block;
	}
	.pair {
		display: grid;
		grid-template-columns: 1fr 76px;
		gap: 8px;
		align-items: end;
	}
</style>
