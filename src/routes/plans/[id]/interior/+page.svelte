<script lang="ts">
	import { preferences } from '$lib/client/preferences.svelte';
	import { measureNext } from '$lib/core/checks';
	import { interiorOf, sceneOf } from '$lib/core/derive';
	import { halfWidth, measurementList, questions, SHAPE_GROUPS, type MeasurementEntry } from '$lib/core/interior';
	import {
		addArches,
		addBench,
		addStation,
		freeId,
		measurement,
		MEASUREMENT_STATUSES,
		removeReading,
		removeSeat,
		removeStation,
		splitArches,
		USUAL_TOLERANCE,
		type MeasurementStatus
	} from '$lib/core/plan';
	import { formatLength, withUnits } from '$lib/core/units';
	import { crossSection, longSection, tapeOf, viewFromAbove } from '$lib/core/views';
	import { useWorkbench } from '$lib/ui/context';
	import Drawing from '$lib/ui/Drawing.svelte';
	import LengthField from '$lib/ui/LengthField.svelte';

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

	/** The empty vehicle with the tape in it: pieces would only stand in the way. */
	const empty = $derived({ ...plan, pieces: {}, crew: {}, gear: {} });
	const tape = $derived(tapeOf(vehicle, interiorOf(vehicle), current.path.slice(1)));
	const drawn = $derived.by(() => {
		const [mode] = Object.keys(empty.modes);
		const scene = sceneOf(empty, mode);
		// Seats are shown only where they are what is measured.
		const base = { plan: empty, scene: current.group === 'Seats' ? scene : { ...scene, seats: [] } };
		if (tape.view === 'above') return viewFromAbove(base);
		if (tape.view === 'long section') return longSection(base);
		return crossSection(base, tape.sectionX);
	});
	const view = $derived({ ...drawn, dimensions: [] });
	const shownValue = (entry: MeasurementEntry) => entry.measurement.mm * (entry.doubled ? 2 : 1);

	function setValue(entry: MeasurementEntry, mm: number) {
		const status: MeasurementStatus = entry.measurement.status === 'guessed' ? 'measured' : entry.measurement.status;
		const plusMinus = entry.measurement.status === 'guessed' ? USUAL_TOLERANCE.measured : entry.measurement.plusMinus;
		session.edit(entry.label.toLowerCase(), [
			{ path: entry.path, value: { ...entry.measurement, mm: entry.doubled ? mm / 2 : mm, status, plusMinus } }
		]);
	}
	const setStatus = (entry: MeasurementEntry, status: MeasurementStatus) =>
		session.edit(`${entry.label.toLowerCase()}: ${status}`, [
			{ path: entry.path, value: { ...entry.measurement, status, plusMinus: USUAL_TOLERANCE[status] } }
		]);
	const setTolerance = (entry: MeasurementEntry, plusMinus: number) =>
		session.edit(`${entry.label.toLowerCase()}: tolerance`, [{ path: entry.path, value: { ...entry.measurement, plusMinus } }]);
	const setNote = (entry: MeasurementEntry, note: string) =>
		session.edit(`${entry.label.toLowerCase()}: note`, [{ path: [...entry.path, 'note'], value: note.trim() || undefined }]);

	/** Splits a wall-to-wall width into two half-widths, or joins them again. */
	function setApart(entry: MeasurementEntry, apart: boolean) {
		const base = entry.path.slice(0, -1);
		session.edit('left and right', [{ path: [...base, 'right'], value: apart ? entry.measurement : undefined }]);
	}

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
				{ label: 'Take out this cross-section', edits: removeStation(plan, id) }
			];
		if (table === 'arches')
			return [
				{ label: 'Measure left and right apart', edits: splitArches(plan, id) },
				{ label: 'There is no such arch', edits: [{ path: ['vehicle', 'arches', id], value: undefined }] }
			];
		if (table === 'seats') return [{ label: `There is no ${vehicle.seats[id].name.toLowerCase()}`, edits: removeSeat(plan, id) }];
		return [];
	});
	const setLining = (key: 'floor' | 'wall' | 'roof' | 'included', value: number | boolean) =>
		session.edit('lining', [{ path: ['vehicle', 'lining', key], value }]);
	const hasBench = $derived(Object.values(vehicle.seats).some((seat) => seat.type === 'rear bench'));
	const measured = $derived(entries.filter((entry) => entry.measurement.status !== 'guessed').length);
	const go = (step: number) => (currentKey = keyOf(entries[Math.max(0, Math.min(entries.length - 1, entries.indexOf(current) + step))]));
</script>

<div class="stage">
	<section class="tape card" aria-label="Where to hold the tape">
		<header>
			<h2>{current.label}</h2>
			<p>{current.how}</p>
			{#if doubts.has(keyOf(current))}<p class="doubt" role="status"><strong>Right?</strong> {doubts.get(keyOf(current))}</p>{/if}
		</header>
		<div class="drawing">
			<Drawing
				{view}
				title="Where to hold the tape"
				lit={{ line: tape.line, at: tape.line[1], text: formatLength(shownValue(current), preferences.units) }}
			/>
		</div>
		{#key keyOf(current)}
			<div class="entry">
				<LengthField
					label={current.doubled ? 'Wall to wall' : 'The tape says'}
					value={shownValue(current)}
					large
					onchange={(mm) => setValue(current, mm)}
				/>
				<div class="known" role="group" aria-label="How well it is known">
					{#each MEASUREMENT_STATUSES as status (status)}
						<button
							type="button"
							class="tool"
							class:main={current.measurement.status === status}
							aria-pressed={current.measurement.status === status}
							onclick={() => setStatus(current, status)}>{status}</button
						>
					{/each}
				</div>
				<div class="pair">
					<LengthField
						label="± may be off by"
						value={current.measurement.plusMinus}
						range={[0, 500]}
						onchange={(mm) => setTolerance(current, mm)}
					/>
					<label>
						<span class="quiet">Note</span>
						<input
							class="field"
							value={current.measurement.note ?? ''}
							maxlength="500"
							onchange={(event) => setNote(current, event.currentTarget.value)}
						/>
					</label>
				</div>
				{#if current.path.includes('widths')}
					<label class="check">
						<input type="checkbox" checked={!current.doubled} onchange={(event) => setApart(current, event.currentTarget.checked)} /> left and
						right differ
					</label>
				{/if}
				<div class="changes">
					{#each shapeChanges.filter((change) => change.edits.length > 0) as change (change.label)}
						<button type="button" class="tool" onclick={() => session.edit(change.label.toLowerCase(), change.edits)}>{change.label}</button
						>
					{/each}
				</div>
				<div class="steps">
					<button type="button" class="tool" onclick={() => go(-1)}>Back</button>
					<span class="quiet figures">{entries.indexOf(current) + 1} / {entries.length}</span>
					<button type="button" class="tool main" onclick={() => go(1)}>Next</button>
				</div>
			</div>
		{/key}
	</section>

	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<section class="list" tabindex="0" aria-label="All measurements">
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
							<button type="button" onclick={() => (currentKey = one.path.join('.'))}
								>{words(one.label)}{one.guessed ? ', a guess' : ''}</button
							>
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
			{#if inGroup.length > 0}
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
								: `± ${formatLength(entry.measurement.plusMinus * (entry.doubled ? 2 : 1), preferences.units)}`}</span
						>
					</div>
				{/each}
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
		{#if Object.keys(vehicle.arches).length === 0 || !hasBench}
			<h3>What else is in it?</h3>
			<div class="add">
				{#if Object.keys(vehicle.arches).length === 0}
					<button type="button" class="tool" onclick={() => session.edit('add wheel arches', addArches(plan))}>Add wheel arches</button>
				{/if}
				{#if !hasBench}
					<button type="button" class="tool" onclick={() => session.edit('add a rear bench', addBench(plan))}>Add a rear bench</button>
				{/if}
			</div>
		{/if}
		<h3>Lining</h3>
		<label class="check">
			<input type="checkbox" checked={vehicle.lining.included} onchange={(event) => setLining('included', event.currentTarget.checked)} />
			measured with the lining in place
		</label>
		{#if !vehicle.lining.included}
			<div class="linings">
				<LengthField label="Floor" value={vehicle.lining.floor} range={[0, 300]} onchange={(mm) => setLining('floor', mm)} />
				<LengthField label="Walls" value={vehicle.lining.wall} range={[0, 300]} onchange={(mm) => setLining('wall', mm)} />
				<LengthField label="Roof" value={vehicle.lining.roof} range={[0, 300]} onchange={(mm) => setLining('roof', mm)} />
			</div>
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
	h2 {
		font-size: 18px;
		margin: 0;
	}
	header .doubt {
		margin-bottom: 8px;
	}
	header p:not(.doubt) {
		margin: 2px 0 8px;
	}
	.drawing {
		flex: 1;
		min-height: 160px;
		background: var(--paper);
		border-radius: 4px;
	}
	.entry {
		display: grid;
		grid-template-columns: 220px 1fr;
		gap: 8px 16px;
		align-items: end;
		padding-top: 10px;
	}
	.known {
		display: flex;
		gap: 6px;
		flex-wrap: wrap;
	}
	.known .tool {
		min-height: 40px;
	}
	.pair {
		display: grid;
		grid-template-columns: 120px 1fr;
		gap: 10px;
	}
	.pair label,
	.check {
		font-size: 12.5px;
	}
	.changes {
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
		overflow-y: auto;
		min-height: 0;
		padding-right: 8px;
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
	.doubt {
		margin: 8px 0 0;
		padding: 6px 10px;
		border-left: 3px solid var(--tight);
		background: var(--sheet);
		font-size: 12.5px;
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
	.linings {
		display: grid;
		grid-template-columns: repeat(3, 1fr);
		gap: 8px;
		margin-top: 6px;
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
		.drawing {
			height: 240px;
			flex: none;
		}
		.entry {
			grid-template-columns: 1fr;
		}
		.known .tool {
			flex: 1;
			min-height: 46px;
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
