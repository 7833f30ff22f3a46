<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { interiorOf, sceneOf } from '../core/derive';
	import type { MeasurementEntry } from '../core/interior';
	import {
		afterReading,
		afterSecondReading,
		applyEdits,
		MEASUREMENT_STATUSES,
		USUAL_TOLERANCE,
		type Edit,
		type MeasurementStatus
	} from '../core/plan';
	import { hiddenVehicle, readTape } from '../core/practice';
	import { formatLength, withUnits } from '../core/units';
	import { crossSection, longSection, tapeOf, viewFromAbove } from '../core/views';
	import { useWorkbench } from './context';
	import Drawing from './Drawing.svelte';
	import LengthField from './LengthField.svelte';

	interface Props {
		entry: MeasurementEntry;
		/** A sentence that doubts the number, if something does. */
		doubt?: string;
		/** Called when a number has been given. */
		onmeasured?: () => void;
		children?: import('svelte').Snippet;
	}
	let { entry, doubt, onmeasured, children }: Props = $props();

	const { session } = useWorkbench();
	const plan = $derived(session.plan);
	const words = (text: string) => withUnits(text, preferences.units);
	const name = $derived(words(entry.label).toLowerCase());
	const factor = $derived(entry.factor);
	const shown = $derived(entry.measurement.mm * factor);

	/** The plan while a number is being typed: the drawing grows with it, the plan itself waits. */
	let typed: number | undefined = $state();
	const drawnPlan = $derived(typed === undefined ? plan : applyEdits(plan, [{ path: [...entry.path, 'mm'], value: typed / factor }]));
	const tape = $derived(tapeOf(drawnPlan.vehicle, interiorOf(drawnPlan.vehicle), entry.path.slice(1)));
	const view = $derived.by(() => {
		// The empty vehicle with the tape in it: pieces would only stand in the way.
		const empty = { ...drawnPlan, pieces: {}, crew: {}, gear: {} };
		const scene = sceneOf(empty, Object.keys(empty.modes)[0]);
		// Seats are shown only where they are what is measured.
		const base = { plan: empty, scene: entry.group === 'Seats' ? scene : { ...scene, seats: [] } };
		const drawn =
			tape.view === 'above'
				? viewFromAbove({ ...base, level: Math.max(0, tape.line[1].z) })
				: tape.view === 'long section'
					? longSection(base)
					: crossSection(base, tape.sectionX);
		return { ...drawn, dimensions: [] };
	});

	/** Two readings that do not agree: what the plan has, and the new one. */
	let apart: { first: number; second: number } | undefined = $state();
	let again = $state(false);

	function take(mm: number, more: Edit[] = []) {
		typed = undefined;
		apart = undefined;
		session.edit(name, [{ path: entry.path, value: afterReading(entry.measurement, mm / factor) }, ...more]);
		onmeasured?.();
	}
	function takeSecond(mm: number, more: Edit[] = []) {
		const result = afterSecondReading(entry.measurement, mm / factor);
		again = false;
		if ('agreed' in result) session.edit(`${name}, a second time`, [{ path: entry.path, value: result.agreed }, ...more]);
		else {
			apart = { first: shown, second: mm };
			if (more.length > 0) session.edit(`${name}, read again`, more);
		}
	}
	function choose(mm: number) {
		apart = undefined;
		session.edit(name, [{ path: [...entry.path, 'mm'], value: mm / factor }]);
	}
	const setStatus = (status: MeasurementStatus) =>
		session.edit(`${name}: ${status}`, [{ path: entry.path, value: { ...entry.measurement, status, plusMinus: USUAL_TOLERANCE[status] } }]);
	const setTolerance = (plusMinus: number) =>
		session.edit(`${name}: tolerance`, [{ path: entry.path, value: { ...entry.measurement, plusMinus } }]);
	const setNote = (note: string) => session.edit(`${name}: note`, [{ path: [...entry.path, 'note'], value: note.trim() || undefined }]);

	/** Splits a wall-to-wall width into two half-widths, or joins them again. */
	const setApart = (differ: boolean) =>
		session.edit('left and right', [{ path: [...entry.path.slice(0, -1), 'right'], value: differ ? entry.measurement : undefined }]);

	const practice = $derived(plan.practice);
	const key = $derived(entry.path.join('.'));
	/** Holds the practice tape to this place and takes what it says, as a first or as one more reading. */
	function holdTape() {
		if (!practice) return;
		const before = practice.readings[key] ?? [];
		const hidden = hiddenVehicle(plan.vehicle.bodyStyle, practice.vehicle);
		const reading = readTape(hidden, plan.vehicle, entry, before.length, practice.vehicle);
		if (!reading) {
			session.notice = 'The practice vehicle has no such thing. Take it out of the plan, or go on.';
			return;
		}
		const kept: Edit = { path: ['practice', 'readings', key], value: [...before, reading.mm] };
		if (before.length === 0 || entry.measurement.status === 'guessed') take(reading.mm, [kept]);
		else takeSecond(reading.mm, [kept]);
	}
</script>

<header>
	<h2>{words(entry.label)}</h2>
	<p>{words(entry.how)}</p>
	{#if doubt && !apart}<p class="doubt" role="status"><strong>Right?</strong> {doubt}</p>{/if}
</header>
<div class="drawing">
	<Drawing
		{view}
		title="Where to hold the tape"
		lit={{ line: tape.line, at: tape.line[1], text: formatLength(typed ?? shown, preferences.units) }}
	/>
</div>
{#key key}
	<div class="entry">
		<div class="reading">
			<LengthField
				label={entry.factor === 2 ? 'Wall to wall' : 'The tape says'}
				value={shown}
				large
				onchange={(mm) => take(mm)}
				onpreview={(mm) => (typed = mm)}
			/>
			{#if practice}
				<button type="button" class="tool hold" onclick={holdTape}
					>{entry.measurement.status === 'guessed' ? 'Hold the practice tape' : 'Hold it once more'}</button
				>
			{/if}
		</div>
		<div class="known" role="group" aria-label="How well it is known">
			{#each MEASUREMENT_STATUSES as status (status)}
				<button
					type="button"
					class="tool"
					class:main={entry.measurement.status === status}
					aria-pressed={entry.measurement.status === status}
					onclick={() => setStatus(status)}>{status}</button
				>
			{/each}
		</div>
		{#if apart}
			<div class="doubt" role="alert">
				<strong>{formatLength(Math.abs(apart.first - apart.second), preferences.units)} apart.</strong> One of the two readings is wrong.
				Which one holds?
				<div class="choice">
					<button type="button" class="tool" onclick={() => choose(apart!.first)}
						>{formatLength(apart.first, preferences.units)}, the first</button
					>
					<button type="button" class="tool" onclick={() => choose(apart!.second)}
						>{formatLength(apart.second, preferences.units)}, the second</button
					>
				</div>
			</div>
		{:else if entry.measurement.status !== 'guessed' && !practice}
			{#if again}
				<LengthField label="The second time it says" value={0} onchange={(mm) => takeSecond(mm)} />
			{:else}
				<button type="button" class="tool" onclick={() => (again = true)}>Measure it a second time</button>
			{/if}
		{/if}
		<details>
			<summary
				>± {formatLength(entry.measurement.plusMinus * Math.abs(factor), preferences.units)}{entry.measurement.note
					? ', with a note'
					: ''}</summary
			>
			<div class="pair">
				<LengthField label="± may be off by" value={entry.measurement.plusMinus} range={[0, 500]} onchange={setTolerance} />
				<label>
					<span class="quiet">Note</span>
					<input
						class="field"
						value={entry.measurement.note ?? ''}
						maxlength="500"
						onchange={(event) => setNote(event.currentTarget.value)}
					/>
				</label>
			</div>
			{#if entry.path.includes('widths')}
				<label class="check">
					<input type="checkbox" checked={entry.factor !== 2} onchange={(event) => setApart(event.currentTarget.checked)} /> left and right differ
				</label>
			{/if}
		</details>
		{@render children?.()}
	</div>
{/key}

<style>
	h2 {
		font-size: 18px;
		margin: 0;
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
		grid-template-columns: 230px 1fr;
		gap: 8px 16px;
		align-items: end;
		padding-top: 10px;
	}
	.known,
	.choice {
		display: flex;
		gap: 6px;
		flex-wrap: wrap;
	}
	.choice {
		margin-top: 6px;
	}
	.known .tool {
		min-height: 40px;
	}
	.hold {
		width: 100%;
		margin-top: 6px;
		min-height: 40px;
		border-color: var(--accent);
		color: var(--accent);
	}
	summary {
		cursor: pointer;
		font-size: 12.5px;
		color: var(--ink-soft);
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
	@media (max-width: 900px) {
		.drawing {
			height: 220px;
			flex: none;
		}
		.entry {
			grid-template-columns: 1fr;
		}
		.known .tool {
			flex: 1;
			min-height: 46px;
		}
		.hold {
			min-height: 52px;
		}
	}
</style>
