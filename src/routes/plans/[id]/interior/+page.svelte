<script lang="ts">
	import { resolve } from '$app/paths';
	import { page } from '$app/state';
	import { preferences } from '$lib/client/preferences.svelte';
	import { measureNext } from '$lib/core/checks';
	import { interiorOf } from '$lib/core/derive';
	import { halfWidth, measurementList, questions, SHAPE_GROUPS, type MeasurementEntry } from '$lib/core/interior';
	import {
		addArches,
		addBench,
		addDiagonals,
		addFitting,
		addStation,
		afterReading,
		FITTINGS,
		freeId,
		measurement,
		removeReading,
		removeStation,
		splitArches,
		type FittingName,
		type FittingTable
	} from '$lib/core/plan';
	import { formatLength, withUnits } from '$lib/core/units';
	import { useWorkbench } from '$lib/ui/context';
	import FittingForm from '$lib/ui/FittingForm.svelte';
	import LengthField from '$lib/ui/LengthField.svelte';
	import LiningForm from '$lib/ui/LiningForm.svelte';
	import PracticeResult from '$lib/ui/PracticeResult.svelte';
	import ShelfCard from '$lib/ui/ShelfCard.svelte';
	import TapeCard from '$lib/ui/TapeCard.svelte';

	const workbench = useWorkbench();
	const { session } = workbench;
	const plan = $derived(session.plan);
	const vehicle = $derived(plan.vehicle);
	const words = (text: string) => withUnits(text, preferences.units);
	const entries = $derived(measurementList(vehicle).map((entry) => ({ ...entry, label: words(entry.label), how: words(entry.how) })));
	const doubts = $derived(new Map(questions(vehicle).map((question) => [question.path.join('.'), words(question.text)])));
	const next = $derived(measureNext(workbench.derived?.findings ?? [], 3));
	let currentKey: string | undefined = $state();
	const keyOf = (entry: MeasurementEntry) => entry.path.join('.');
	const current = $derived(entries.find((entry) => keyOf(entry) === currentKey) ?? entries[0]);

	const shownValue = (entry: MeasurementEntry) => entry.measurement.mm * entry.factor;
	const setValue = (entry: MeasurementEntry, mm: number) =>
		session.edit(entry.label.toLowerCase(), [{ path: entry.path, value: afterReading(entry.measurement, mm / entry.factor) }]);

	let newX: number = $state(500);
	let newZ: number = $state(500);
	const stationOf = (entry: MeasurementEntry) => (entry.path[1] === 'stations' ? entry.path[2] : undefined);
	function addHeight(station: string) {
		const { x, widths } = vehicle.stations[station];
		// The wall as known so far: taking it over changes nothing until it is measured.
		const left = measurement(Math.round(halfWidth(interiorOf(vehicle), 'left', x, newZ)), 'guessed');
		session.edit('add a height', [
			{ path: ['vehicle', 'stations', station, 'widths', freeId(widths, `w${newZ}`)], value: { z: newZ, left } }
		]);
	}
	/** What can be taken out or measured apart at the present entry. */
	const shapeChanges = $derived.by(() => {
		const [, table, id, readings, reading] = current.path;
		if (table === 'stations')
			return [
				{ label: 'Take out this reading', edits: removeReading(plan, id, readings as 'widths' | 'ceiling', reading) },
				{ label: 'Take out this cross-section', edits: removeStation(plan, id) },
				{ label: 'Prove it by its diagonals', edits: addDiagonals(plan, id) }
			];
		if (table === 'diagonals')
			return [{ label: 'Take out this diagonal', edits: [{ path: ['vehicle', 'diagonals', id], value: undefined }] }];
		if (table === 'arches')
			return [
				{ label: 'Measure left and right apart', edits: splitArches(plan, id) },
				{ label: 'There is no such arch', edits: [{ path: ['vehicle', 'arches', id], value: undefined }] }
			];
		return [];
	});
	const hasBench = $derived(Object.values(vehicle.seats).some((seat) => seat.type === 'rear bench'));
	let adding: FittingName = $state('space to keep clear');
	function add() {
		const { id, edits } = addFitting(plan, adding);
		session.edit(`add ${adding}`, edits);
		const { table } = FITTINGS[adding];
		currentKey = entries.map(keyOf).find((key) => key.startsWith(`vehicle.${table}.${id}.`));
	}
	/** The group in which each table of the vehicle is listed. */
	const GROUP_OF: Record<FittingTable | 'seats', MeasurementEntry['group']> = {
		seats: 'Seats',
		openings: 'Openings',
		windows: 'Windows',
		fixtures: 'Steps, pillars, pits',
		contours: 'Scribed walls',
		zones: 'Keep clear',
		anchors: 'Anchors',
		noDrill: 'No drilling'
	};
	/** What was chosen last, when it has properties besides its sizes; it may have no size to take, as a traced wall. */
	const about = $derived.by(() => {
		const [, table, id] = (currentKey ?? '').split('.') as [string, FittingTable | 'seats', string];
		return table in GROUP_OF && Object.hasOwn(vehicle[table], id) ? { table, id } : undefined;
	});
	const traced = $derived(Object.entries(vehicle.contours).filter(([, contour]) => contour.line.type === 'traced'));
	const measured = $derived(entries.filter((entry) => entry.measurement.status !== 'guessed').length);
	const go = (step: number) => (currentKey = keyOf(entries[Math.max(0, Math.min(entries.length - 1, entries.indexOf(current) + step))]));
</script>

<div class="stage">
	<section class="tape card" aria-label="Where to hold the tape">
		<TapeCard entry={current} doubt={doubts.get(keyOf(current))}>
			<div class="changes">
				{#each shapeChanges.filter((change) => change.edits.length > 0) as change, i (i)}
					<button type="button" class="tool" onclick={() => session.edit(change.label.toLowerCase(), change.edits)}>{change.label}</button>
				{/each}
			</div>
			<div class="steps">
				<button type="button" class="tool" onclick={() => go(-1)}>Back</button>
				<span class="quiet figures">{entries.indexOf(current) + 1} / {entries.length}</span>
				<button type="button" class="tool main" onclick={() => go(1)}>Next</button>
			</div>
		</TapeCard>
	</section>

	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<section class="list" tabindex="0" aria-label="All measurements">
		<div class="ways">
			<a class="tool main" href={resolve(`/plans/${page.params.id}/interior/walk` as '/')}>Walk through it with the tape</a>
			<a class="tool" href={resolve(`/plans/${page.params.id}/interior/scan` as '/')}>From a scan …</a>
		</div>
		<p class="quiet progress">
			<span class="figures">{measured}</span> of <span class="figures">{entries.length}</span> measured. The rest are guesses; findings say which
			one matters next.
		</p>
		{#if next.length > 0}
			<div class="card next">
				<strong>Measure next</strong>
				<ol>
					{#each next as one (one.path.join('.'))}
						<li>
							{#if one.path[0] === 'crew'}
								<a href={resolve(`/plans/${page.params.id}/people` as '/')}>{one.label}</a>
							{:else}
								<button type="button" onclick={() => (currentKey = one.path.join('.'))}
									>{words(one.label)}{one.guessed ? ', a guess' : ''}</button
								>
							{/if}
							<span class="quiet"
								>decides {one.decides.slice(0, 2).join(' and ')}{one.decides.length > 2 ? ` and ${one.decides.length - 2} more` : ''}</span
							>
						</li>
					{/each}
				</ol>
			</div>
		{/if}
		{#if doubts.size > 0}
			<p class="doubt">
				<strong>{doubts.size === 1 ? 'One number looks' : `${doubts.size} numbers look`} odd.</strong> Look once more where the question mark
				is, or leave it.
			</p>
		{/if}
		{#each SHAPE_GROUPS as group (group)}
			{@const inGroup = entries.filter((entry) => entry.group === group)}
			{@const others = group === 'Scribed walls' ? traced : []}
			{#if inGroup.length + others.length > 0}
				<h3>{group}</h3>
				{#each inGroup as entry, i (keyOf(entry))}
					{@const station = stationOf(entry)}
					{#if station && stationOf(inGroup[i - 1] ?? entry) !== station}<hr />{/if}
					<div class="line" class:current={keyOf(entry) === keyOf(current)} class:guess={entry.measurement.status === 'guessed'}>
						<LengthField
							label={entry.label}
							value={shownValue(entry)}
							hint={entry.how}
							onchange={(mm) => setValue(entry, mm)}
							onfocus={() => (currentKey = keyOf(entry))}
						/>
						<span class="status figures"
							>{#if doubts.has(keyOf(entry))}<span class="ask" title={doubts.get(keyOf(entry))}
									>?<span class="sr-only">{doubts.get(keyOf(entry))}</span></span
								>{/if}{entry.measurement.status === 'guessed'
								? 'guess'
								: `± ${formatLength(entry.measurement.plusMinus * Math.abs(entry.factor), preferences.units)}`}</span
						>
					</div>
				{/each}
				{#each others as [id, contour] (id)}
					<button type="button" class="tool" onclick={() => (currentKey = `vehicle.contours.${id}`)}>{contour.name}, traced</button>
				{/each}
				{#if about && GROUP_OF[about.table] === group}
					{#key `${about.table}/${about.id}`}<FittingForm table={about.table} id={about.id} />{/key}
				{/if}
				{#if group === 'Cross-sections'}
					<div class="add">
						<LengthField label="Another cross-section at" value={newX} range={[0, 10000]} onchange={(mm) => (newX = mm)} />
						<button type="button" class="tool" onclick={() => session.edit('add a cross-section', addStation(plan, newX))}>Add</button>
					</div>
					{#if stationOf(current)}
						<div class="add">
							<LengthField
								label="Another height in the section at {formatLength(vehicle.stations[stationOf(current)!].x, preferences.units)}"
								value={newZ}
								range={[0, 3000]}
								onchange={(mm) => (newZ = mm)}
							/>
							<button type="button" class="tool" onclick={() => addHeight(stationOf(current)!)}>Add</button>
						</div>
					{/if}
				{/if}
			{/if}
		{/each}
		<h3>What else is in it?</h3>
		<div class="add">
			<label>
				<span class="quiet">It has a further</span>
				<select class="field" bind:value={adding}>
					{#each Object.keys(FITTINGS) as name (name)}<option>{name}</option>{/each}
				</select>
			</label>
			<button type="button" class="tool" onclick={add}>Add it</button>
		</div>
		<div class="add">
			{#if Object.keys(vehicle.arches).length === 0}
				<button type="button" class="tool" onclick={() => session.edit('add wheel arches', addArches(plan))}>Add wheel arches</button>
			{/if}
			<button type="button" class="tool" onclick={() => session.edit('add a rear bench', addBench(plan))}
				>{hasBench ? 'Add one more rear seat' : 'Add a rear bench'}</button
			>
		</div>
		<h3>Lining</h3>
		<LiningForm />
		{#if !plan.practice}<ShelfCard />{/if}
		{#if plan.practice}
			<details class="card practice">
				<summary>Practice vehicle: how does it compare with the truth?</summary>
				<PracticeResult {plan} />
			</details>
		{/if}
		<p class="caution">
			Airbags, belts and their wiring run in seats, pillars and sills; fuel and brake lines run under the floor. Know what is behind a panel
			before you drill.
		</p>
	</section>
</div>

<style>
	.stage {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 440px;
		gap: 12px;
		padding: 12px;
		height: 100%;
		min-height: 0;
	}
	.tape {
		display: flex;
		flex-direction: column;
		min-height: 0;
		padding: 12px 16px;
	}
	.changes {
		grid-column: 1 / -1;
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}
	.steps {
		display: flex;
		align-items: center;
		gap: 12px;
		grid-column: 2;
		justify-self: end;
	}
	.steps .tool {
		min-height: 40px;
		min-width: 84px;
	}
	.list {
		/* Hidden labels within are placed by this, not by the page, which they would lengthen. */
		position: relative;
		overflow-y: auto;
		min-height: 0;
		padding-right: 8px;
	}
	.ways {
		display: flex;
		gap: 8px;
		margin-bottom: 8px;
	}
	.ways .tool {
		flex: 1;
		min-height: 40px;
	}
	.add label {
		flex: 1;
		font-size: 12.5px;
	}
	.progress {
		margin: 0;
	}
	h3 {
		font-size: 14px;
		margin: 14px 0 6px;
		padding-bottom: 3px;
		border-bottom: 2px solid var(--ink);
	}
	hr {
		border: 0;
		border-top: 1px dashed var(--rule);
		margin: 5px 0;
	}
	.next {
		margin-top: 10px;
		padding: 8px 12px;
		font-size: 12.5px;
	}
	.next ol {
		list-style: decimal inside;
	}
	.next button {
		color: var(--accent);
		text-decoration: underline;
		cursor: pointer;
		text-align: left;
	}
	.ask {
		display: inline-grid;
		place-items: center;
		width: 18px;
		height: 18px;
		border-radius: 9px;
		background: var(--tight);
		color: var(--sheet);
		font-weight: 700;
		font-size: 12px;
	}
	.line {
		display: grid;
		grid-template-columns: 1fr 62px;
		position: relative;
		align-items: center;
		gap: 8px;
		padding: 2px 6px;
		border-left: 3px solid transparent;
	}
	.line :global(.length) {
		display: grid;
		grid-template-columns: 1fr 116px;
		gap: 0 8px;
		align-items: center;
	}
	.line :global(.error) {
		grid-column: 1 / -1;
	}
	.line.current {
		border-left-color: var(--accent);
		background: var(--accent-soft);
	}
	.line.guess :global(input) {
		border-style: dashed;
		font-style: italic;
	}
	.status {
		font-size: 11.5px;
		color: var(--ink-soft);
	}
	.add {
		display: flex;
		gap: 8px;
		align-items: end;
		margin: 6px;
	}
	.add :global(.length) {
		flex: 1;
	}
	.practice {
		margin-top: 14px;
		padding: 8px 12px;
	}
	.caution {
		margin: 16px 0 0;
	}
	@media (max-width: 900px) {
		.stage {
			display: flex;
			flex-direction: column;
			height: auto;
		}
		.steps {
			grid-column: 1;
			width: 100%;
			justify-content: space-between;
		}
		.steps .tool {
			min-height: 52px;
			min-width: 120px;
		}
	}
</style>
