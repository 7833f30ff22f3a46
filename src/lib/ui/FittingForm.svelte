<script lang="ts">
	import NumberField from './NumberField.svelte';
	import {
		addFoldedStep,
		ANCHOR_KINDS,
		SEAT_FEATURES,
		DIRECTIONS,
		DOOR_TYPES,
		FIXTURE_KINDS,
		HAZARDS,
		measurement,
		removeFitting,
		removeSeat,
		setSeatFeature,
		SURFACES,
		USES,
		WINDOW_FRAMES,
		WINDOW_PLACES,
		ZONE_REASONS,
		type FittingTable
	} from '../core/plan';
	import { useWorkbench } from './context';
	import ContourForm from './ContourForm.svelte';

	/** The table of the vehicle and the entry in it that is looked at. */
	let { table, id }: { table: FittingTable | 'seats'; id: string } = $props();

	const { session } = useWorkbench();
	const vehicle = $derived(session.plan.vehicle);
	const entry = $derived(vehicle[table][id]);
	const set = (path: string[], value: unknown) => session.edit(`about ${entry.name}`, [{ path: ['vehicle', table, id, ...path], value }]);
	const USE_WORDS = { drive: 'driving', day: 'living by day', night: 'sleeping' } as const;
	const DOOR_WORDS = {
		lifting: 'lifts up',
		hinged: 'one hinged leaf',
		double: 'two hinged leaves',
		sliding: 'slides',
		none: 'no door'
	} as const;
	const remove = () =>
		session.edit(
			`no ${entry.name.toLowerCase()}`,
			table === 'seats' ? removeSeat(session.plan, id) : removeFitting(session.plan, table, id)
		);
</script>

{#snippet choice(label: string, value: string, options: readonly string[], path: string[], words?: Record<string, string>)}
	<label>
		<span class="quiet">{label}</span>
		<select class="field" {value} onchange={(event) => set(path, event.currentTarget.value)}>
			{#each options as option (option)}<option value={option}>{words?.[option] ?? option}</option>{/each}
		</select>
	</label>
{/snippet}

<div class="about">
	<label class="wide">
		<span class="quiet">Name</span>
		<input
			class="field"
			value={entry.name}
			maxlength="120"
			onchange={(event) => event.currentTarget.value.trim() && set(['name'], event.currentTarget.value.trim())}
		/>
	</label>
	{#if table === 'openings'}
		{@const opening = vehicle.openings[id]}
		{@render choice('Where', opening.place, ['rear', 'left', 'right'], ['place'])}
		{@render choice('Door', opening.door, DOOR_TYPES, ['door'], DOOR_WORDS)}
		{#if opening.door === 'hinged'}
			{@render choice(
				'Hangs on its',
				opening.hinge,
				['first', 'second'],
				['hinge'],
				opening.place === 'rear' ? { first: 'right-hand edge', second: 'left-hand edge' } : { first: 'rear edge', second: 'front edge' }
			)}
		{/if}
		<button
			type="button"
			class="tool wide"
			onclick={() => {
				const z = Math.round((opening.sill.mm + opening.head.mm) / 2);
				const [edge] = Object.values(opening.edges);
				set(['edges', `e${Math.max(0, z)}`], {
					z,
					first: measurement(edge.first.mm, 'guessed'),
					second: measurement(edge.second.mm, 'guessed')
				});
			}}>Measure its edges half way up as well</button
		>
	{:else if table === 'windows'}
		{@const window = vehicle.windows[id]}
		{@render choice('Where', window.place, WINDOW_PLACES, ['place'])}
		{@render choice('Round the glass', window.frame, WINDOW_FRAMES, ['frame'])}
		<label class="check"
			><input type="checkbox" checked={window.opens} onchange={(event) => set(['opens'], event.currentTarget.checked)} /> opens for air</label
		>
	{:else if table === 'fixtures'}
		{@render choice('What it is', vehicle.fixtures[id].kind, FIXTURE_KINDS, ['kind'])}
	{:else if table === 'zones'}
		{@const zone = vehicle.zones[id]}
		{@render choice('What for', zone.reason, ZONE_REASONS, ['reason'])}
		{@render choice('Reached from', zone.from, ['above', 'rear', 'front', 'left', 'right'], ['from'])}
		<label>
			<span class="quiet">Rule</span>
			<select
				class="field"
				value={zone.rule.type}
				onchange={(event) =>
					set(
						['rule'],
						event.currentTarget.value === 'reachable' ? { type: 'reachable', uses: [...USES], moves: 4 } : { type: 'always free' }
					)}
			>
				<option>always free</option>
				<option>reachable</option>
			</select>
		</label>
		{#if zone.rule.type === 'reachable'}
			{@const rule = zone.rule}
			<NumberField
				label="by at most so many moves"
				value={rule.moves}
				range={[0, 20]}
				whole
				onchange={(moves) => set(['rule', 'moves'], moves)}
			/>
			<div class="wide uses" role="group" aria-label="When">
				{#each USES as use (use)}
					<label class="check"
						><input
							type="checkbox"
							checked={rule.uses.includes(use)}
							onchange={(event) => {
								const uses = USES.filter((other) => (other === use ? event.currentTarget.checked : rule.uses.includes(other)));
								if (uses.length > 0) set(['rule', 'uses'], uses);
							}}
						/>
						{USE_WORDS[use]}</label
					>
				{/each}
			</div>
		{/if}
	{:else if table === 'anchors'}
		{@const anchor = vehicle.anchors[id]}
		{@render choice('What it is', anchor.kind, ANCHOR_KINDS, ['kind'])}
		{@render choice('Points', anchor.direction, DIRECTIONS, ['direction'])}
		<label>
			<span class="quiet">Thread</span>
			<input
				class="field"
				value={anchor.thread ?? ''}
				maxlength="20"
				placeholder="M8 x 1.25"
				onchange={(event) => set(['thread'], event.currentTarget.value.trim() || undefined)}
			/>
		</label>
		<NumberField label="Rated load (N), if known" value={anchor.rated} range={[0, 100000]} open onchange={(load) => set(['rated'], load)} />
		<p class="caution wide">
			A ring holds luggage, not a crash. Have anything that keeps a heavy piece from flying judged by a qualified person.
		</p>
	{:else if table === 'noDrill'}
		{@const area = vehicle.noDrill[id]}
		{@render choice('On the', area.surface, SURFACES, ['surface'])}
		{@render choice('Because of', area.hazard, HAZARDS, ['hazard'])}
		<p class="caution wide">Look under the floor and behind the panel yourself before any drilling: lines move from year to year.</p>
	{:else if table === 'contours'}
		<ContourForm {id} contour={vehicle.contours[id]} />
	{:else}
		{@const seat = vehicle.seats[id]}
		<NumberField label="Belted places" value={seat.belts} range={[0, 4]} whole onchange={(belts) => set(['belts'], belts)} />
		<label class="check"
			><input type="checkbox" checked={seat.removable} onchange={(event) => set(['removable'], event.currentTarget.checked)} /> comes out</label
		>
		<div class="wide uses" role="group" aria-label="What it does">
			{#each Object.entries(SEAT_FEATURES[seat.type]) as [feature, { key }] (feature)}
				<label class="check"
					><input
						type="checkbox"
						checked={key in seat}
						onchange={(event) =>
							session.edit(`${seat.name.toLowerCase()} ${feature}`, setSeatFeature(session.plan, id, feature, event.currentTarget.checked))}
					/>
					{feature}</label
				>
			{/each}
		</div>
		{#if seat.type === 'front seat'}
			<NumberField
				label="Back at its most upright (°); tipped forward is less than 0"
				value={seat.uprightAngle}
				range={[-60, 45]}
				onchange={(angle) => set(['uprightAngle'], angle)}
			/>
			<NumberField
				label="Back fully reclined (°)"
				value={seat.reclinedAngle}
				range={[-10, 90]}
				onchange={(angle) => set(['reclinedAngle'], angle)}
			/>
			{#if seat.removable}
				<p class="caution wide">
					A front seat carries belt, airbag and their wiring. Have a qualified person take it out and put it in; local rules say whether the
					vehicle may be driven without it.
				</p>
			{/if}
		{:else}
			<button type="button" class="tool" onclick={() => session.edit('a step in the folded bench', addFoldedStep(session.plan, id))}
				>The folded surface has a step</button
			>
			<NumberField
				label="Folded, it carries (kg)"
				value={seat.foldedCarries}
				range={[0, 1000]}
				open
				onchange={(load) => set(['foldedCarries'], load)}
			/>
		{/if}
	{/if}
	<button type="button" class="tool" onclick={remove}>There is no such thing</button>
</div>

<style>
	.about {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
		margin: 6px 6px 10px;
		padding: 8px 10px;
		background: var(--sheet);
		border: 1px solid var(--rule);
		border-radius: 4px;
		font-size: 12.5px;
		align-items: end;
	}
	label {
		display: grid;
		min-width: 0;
	}
	.check {
		display: block;
	}
	.wide {
		grid-column: 1 / -1;
	}
	.uses {
		display: flex;
		flex-wrap: wrap;
		gap: 4px 12px;
	}
</style>
