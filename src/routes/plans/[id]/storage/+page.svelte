<script lang="ts">
	import { onDestroy } from 'svelte';
	import type { Box } from '$lib/core/geometry/vector';
	import type { Edit } from '$lib/core/plan';
	import { freeAll, freeOne, keepAll, type Place, type Seen } from '$lib/core/stowage';
	import { formatMass, withUnits } from '$lib/core/units';
	import { preferences } from '$lib/client/preferences.svelte';
	import { useWorkbench } from '$lib/ui/context';
	import DayChart from '$lib/ui/DayChart.svelte';
	import GearTable from '$lib/ui/GearTable.svelte';
	import StatusMark from '$lib/ui/StatusMark.svelte';
	import StowageCard from '$lib/ui/StowageCard.svelte';
	import StowedDrawing from '$lib/ui/StowedDrawing.svelte';
	import StowedList from '$lib/ui/StowedList.svelte';

	const workbench = useWorkbench();
	const { session, gaze } = workbench;
	const plan = $derived(session.plan);

	const stowings = $derived(workbench.derived?.stowings);
	$effect(() => stowings?.watch(plan));
	onDestroy(() => stowings?.leave());
	const known = $derived(stowings?.known);
	const stowing = $derived(known?.stowing);
	/** The plan whose things lie there: the present one, or that of a moment ago. */
	const of = $derived(known?.of ?? plan);

	const modeId = $derived(Object.hasOwn(of.modes, gaze.modeId) ? gaze.modeId : Object.keys(of.modes)[0]);
	let lit: readonly number[] = $state.raw([]);
	let open: string | undefined = $state();
	let [shelfId, view]: [string, 'lies' | 'costs' | 'card'] = $state(['', 'lies']);
	const shelf = $derived(stowing?.shelves.find(({ id }) => id === shelfId));
	const nameOf = (gear: string) => of.gear[gear].name;
	const left = $derived(stowing?.left ?? []);
	const pinned = $derived(Object.values(plan.gear).some((gear) => gear.pinned));
	const kg = $derived((stowing?.places ?? []).reduce((sum, place) => sum + place.kg, 0));

	const edit = (label: string, edits: Edit[]) => session.edit(label, edits);
	async function put(place: Place, box: Box, seen: Seen) {
		const edits = await stowings?.put(plan, place, box, seen);
		if (edits) edit(`${nameOf(place.gear)}: put by hand`, edits);
		else
			session.notice =
				'It goes nowhere near there. Draw it to a compartment in which there is room for it; a place of its own is given in Layout, by the mode.';
	}
</script>

<div class="stage">
	{#if stowings?.failure}
		<p class="bad" role="alert">It could not be worked out where everything goes: {stowings.failure}</p>
	{/if}
	{#if Object.keys(plan.gear).length === 0}
		<div class="empty">
			<p>Nothing comes along yet. Say what does, with its size, and here it says where it goes and how it is got at.</p>
			<GearTable {plan} onedit={(label, edits) => session.edit(label, edits)} />
		</div>
	{:else if !stowing || !known}
		<p class="quiet" role="status">Looking where everything goes …</p>
	{:else}
		<section class="gear beside" aria-label="What comes along">
			<dl class="facts">
				<div>
					<dt>Stowed</dt>
					<dd class="figures">{stowing.places.length} of {stowing.places.length + left.reduce((sum, { n }) => sum + n, 0)}</dd>
				</div>
				<div>
					<dt>A day</dt>
					<dd class="figures" title="Seconds a day for getting at things and putting them back">{Math.round(stowing.aDay)} s</dd>
				</div>
				<div>
					<dt>Weight</dt>
					<dd class="figures">{formatMass(kg, preferences.units)}</dd>
				</div>
			</dl>
			<label class="mode">
				<span class="quiet">Got at in</span>
				<select class="field" value={modeId} onchange={(event) => (gaze.modeId = event.currentTarget.value)}>
					{#each Object.entries(of.modes) as [id, mode] (id)}<option value={id}>{mode.name}</option>{/each}
				</select>
			</label>
			<div class="card list">
				<StowedList
					{plan}
					{of}
					{stowing}
					{modeId}
					{lit}
					{open}
					onlit={(numbers) => (lit = numbers)}
					onopen={(id) => (open = id)}
					onedit={edit}
					onfree={(place) => edit(`${nameOf(place.gear)}: stowed anew`, freeOne(plan, place))}
				/>
			</div>
			<GearTable {plan} onedit={(label, edits) => session.edit(label, edits)} />
		</section>
		<div class="drawings">
			<div class="bar">
				<label>
					<span class="quiet">Compartment</span>
					<select class="field" bind:value={shelfId}>
						<option value="">all</option>
						{#each stowing.shelves as one (one.id)}<option value={one.id}
								>{one.name}, {Math.round(one.taken)} of {Math.round(one.litres)} l</option
							>{/each}
					</select>
				</label>
				<span class="quiet" role="status">
					{#if !stowings?.current}your last change is being stowed …{:else if known.progress < 1}looking for better … {Math.round(
							known.progress * 100
						)} %{:else if stowing.places.every((place) => place.pinned)}all of it stays as it was kept{:else}no better was found{/if}
				</span>
				<span class="keep">
					<button
						type="button"
						class="tool main"
						disabled={!stowings?.current || stowing.places.length === 0}
						onclick={() => edit('keep everything where it lies', keepAll(plan, stowing))}>Keep it so</button
					>
					{#if pinned}<button type="button" class="tool" onclick={() => edit('stow everything anew', freeAll(plan))}>Stow all anew</button
						>{/if}
				</span>
			</div>
			{#if known.views}
				<StowedDrawing
					views={known.views}
					{stowing}
					{nameOf}
					{lit}
					{shelf}
					onlit={(no) => (lit = no === undefined ? [] : [no])}
					onput={put}
				/>
			{/if}
		</div>
		<section class="beside answers" aria-label="What to know of it">
			<div class="questions" role="group" aria-label="View">
				<button type="button" aria-pressed={view === 'lies'} onclick={() => (view = 'lies')}>To know</button>
				<button type="button" aria-pressed={view === 'costs'} onclick={() => (view = 'costs')}>What it costs</button>
				<button type="button" aria-pressed={view === 'card'} onclick={() => (view = 'card')}>Card</button>
			</div>
			{#if view === 'costs'}
				<p class="quiet">
					Seconds a day for opening, taking out what is in the way, and putting it back, the mean over the modes in which you live in it.
				</p>
				<DayChart places={stowing.places} {nameOf} {lit} onlit={(no) => (lit = no === undefined ? [] : [no])} />
			{:else if view === 'card'}
				<div class="card inner"><StowageCard plan={of} {stowing} /></div>
				<button type="button" class="tool" onclick={() => print()}>Print drawings and card</button>
			{:else}
				<ul class="remarks">
					{#each left as miss (miss.gear)}
						<li>
							<StatusMark status="clash" size={14} />
							<div>
								<strong>{miss.n > 1 ? `${miss.n} × ` : ''}{nameOf(miss.gear)}: left out.</strong>
								{withUnits(miss.why, preferences.units)}
							</div>
						</li>
					{/each}
					{#each stowing.remarks as remark (remark.text)}
						<li onpointerenter={() => (lit = remark.about)} onpointerleave={() => (lit = [])}>
							<StatusMark status={remark.status} size={14} />
							<div>{withUnits(remark.text, preferences.units)}</div>
						</li>
					{:else}
						{#if left.length === 0}<li>
								<StatusMark status="clear" size={14} />
								<div>Everything is in, and nothing is in the way of what is used often.</div>
							</li>{/if}
					{/each}
				</ul>
				<p class="quiet">
					What stands in a compartment and is not pressed tight slides until something stops it: Layout tells what is not held while
					driving.
				</p>
			{/if}
		</section>
		<div class="printed"><StowageCard plan={of} {stowing} /></div>
	{/if}
</div>

<style>
	.stage {
		display: grid;
		grid-template-columns: 310px minmax(0, 1fr) 290px;
		gap: 10px;
		height: 100%;
		padding: 10px;
		min-height: 0;
	}
	.empty {
		grid-column: 1 / -1;
		max-width: 560px;
	}
	.gear {
		gap: 4px;
	}
	.facts {
		margin: 0;
	}
	.list {
		overflow-y: auto;
		min-height: 220px;
	}
	.mode,
	.bar label {
		display: flex;
		gap: 8px;
		align-items: center;
		font-size: 13px;
		white-space: nowrap;
	}
	.bar select {
		max-width: 180px;
	}
	.drawings {
		display: grid;
		grid-template-rows: auto minmax(0, 1fr);
		gap: 8px;
		min-height: 0;
	}
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 14px;
		align-items: center;
		font-size: 13px;
	}
	.keep {
		margin-left: auto;
		display: flex;
		gap: 6px;
	}
	.remarks li {
		display: flex;
		gap: 8px;
		padding: 7px 2px;
		font-size: 13px;
		border-bottom: 1px solid var(--rule);
	}
	.remarks :global(svg) {
		flex: none;
		margin-top: 2px;
	}
	.bad {
		color: var(--clash);
	}
	.printed {
		display: none;
	}
	@media (max-width: 900px) {
		.stage {
			display: flex;
			flex-direction: column;
			height: auto;
		}
		.list {
			min-height: 0;
		}
	}
	@media print {
		.stage {
			display: block;
			height: auto;
		}
		.gear,
		.bar,
		.answers {
			display: none;
		}
		.drawings {
			display: block;
			height: 130mm;
		}
		.printed {
			display: block;
			margin-top: 6mm;
		}
	}
</style>
