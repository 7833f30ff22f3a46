<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { leftRightDifference } from '../core/interior';
	import { measurement, type Contour } from '../core/plan';
	import { formatLength } from '../core/units';
	import { useWorkbench } from './context';
	import LengthField from './LengthField.svelte';
	import TemplateFiles from './TemplateFiles.svelte';

	let { id, contour }: { id: string; contour: Contour } = $props();

	const { session } = useWorkbench();
	const set = (path: string[], value: unknown) =>
		session.edit(`about ${contour.name}`, [{ path: ['vehicle', 'contours', id, ...path], value }]);

	let refusal: string | undefined = $state();
	let start = $state(300);
	let batten = $state(500);
	let reversed = $state(false);
	/** Takes a traced template in: its longest line becomes the wall. */
	async function trace(event: Event & { currentTarget: HTMLInputElement }) {
		const [file] = event.currentTarget.files ?? [];
		event.currentTarget.value = '';
		refusal = undefined;
		if (!file) return;
		if (file.size > 4_000_000) {
			refusal = `${file.name} is larger than a tracing should be. Nothing was changed.`;
			return;
		}
		const { longestLine, readDxf, readSvg, wallFromTracing } = await import('../core/templates');
		const text = await file.text();
		const read = /\.dxf$/i.test(file.name) ? readDxf(text) : readSvg(text);
		if (!read.ok) {
			refusal = read.error;
			return;
		}
		const line = longestLine(read.lines);
		const wall = wallFromTracing(line.points, line.closed, { start, batten, reversed });
		if (!wall.ok) {
			refusal = wall.error;
			return;
		}
		// A plan holds two thousand points of a wall; a finer tracing is thinned evenly.
		const every = Math.ceil(wall.points.length / 1900);
		const points = wall.points.filter((_, i) => i % every === 0 || i === wall.points.length - 1);
		set(['line'], { type: 'traced', points });
	}

	const other = $derived(
		Object.values(session.plan.vehicle.contours).find((c) => c.side !== contour.side && Math.abs(c.z - contour.z) <= c.reach)
	);
	const greatest = $derived.by(() => {
		if (!other) return undefined;
		const [left, right] = contour.side === 'left' ? [contour, other] : [other, contour];
		return leftRightDifference(left, right).reduce<{ x: number; difference: number } | undefined>(
			(most, at) => (!most || Math.abs(at.difference) > Math.abs(most.difference) ? at : most),
			undefined
		);
	});
	const long = (mm: number) => formatLength(Math.round(Math.abs(mm)), preferences.units);
</script>

<label>
	<span class="quiet">Wall</span>
	<select class="field" value={contour.side} onchange={(event) => set(['side'], event.currentTarget.value)}>
		<option>left</option><option>right</option>
	</select>
</label>
<LengthField label="Height above the floor" value={contour.z} range={[-200, 3000]} onchange={(mm) => set(['z'], mm)} />
<LengthField label="Counts above and below by" value={contour.reach} range={[10, 500]} onchange={(mm) => set(['reach'], mm)} />
<LengthField label="Gap that boards keep" value={contour.clearance} range={[0, 60]} onchange={(mm) => set(['clearance'], mm)} />
{#if contour.line.type === 'batten'}
	{@const line = contour.line}
	<LengthField label="Step along the batten" value={line.step} range={[5, 500]} onchange={(mm) => set(['line', 'step'], mm)} />
	<div class="wide row">
		<button
			type="button"
			class="tool"
			onclick={() => set(['line', 'offsets'], [...line.offsets, measurement(line.offsets.at(-1)!.mm, 'guessed')])}>One more offset</button
		>
		<button
			type="button"
			class="tool"
			disabled={line.offsets.length <= 2}
			onclick={() => set(['line', 'offsets'], line.offsets.slice(0, -1))}>One less</button
		>
	</div>
{:else}
	<p class="wide quiet">Traced: <span class="figures">{contour.line.points.length}</span> points.</p>
{/if}
{#if greatest && other}
	<p class="wide">
		Against {other.name}: at most <strong class="figures">{long(greatest.difference)}</strong>
		{greatest.difference > 0 ? 'further out on the left' : 'further out on the right'}, {long(greatest.x)} from the rear door. {Math.abs(
			greatest.difference
		) <= contour.clearance
			? 'One template serves both sides.'
			: 'Make a template for each side.'}
	</p>
{/if}
<fieldset class="wide">
	<legend>Template at full size</legend>
	<TemplateFiles of={id} />
</fieldset>
<fieldset class="wide">
	<legend>From a tracing in true scale (SVG or DXF)</legend>
	<p class="quiet">The longest line counts. Of a closed outline the longest straight edge is the batten.</p>
	<div class="pair">
		<LengthField label="Its rear end from the rear door" value={start} range={[0, 10000]} onchange={(mm) => (start = mm)} />
		<LengthField label="Its straight edge from the centre line" value={batten} range={[-2000, 3000]} onchange={(mm) => (batten = mm)} />
	</div>
	<label class="check"><input type="checkbox" bind:checked={reversed} /> its front end is at the left of the file</label>
	<label class="tool">
		Choose the tracing …
		<input type="file" accept=".svg,.dxf,image/svg+xml" class="sr-only" onchange={trace} />
	</label>
	{#if refusal}<p role="alert" class="refused">{refusal} The wall stays as it was.</p>{/if}
</fieldset>

<style>
	label {
		display: grid;
		min-width: 0;
	}
	.wide {
		grid-column: 1 / -1;
		margin: 0;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 12px;
		align-items: center;
	}
	.pair {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
		align-items: end;
	}
	.check {
		display: inline-flex;
		align-items: center;
		gap: 4px;
	}
	fieldset {
		border: 0;
		border-top: 1px dashed var(--rule);
		padding: 6px 0 0;
		display: grid;
		gap: 6px;
		justify-items: start;
	}
	legend {
		color: var(--ink-soft);
		padding: 0;
	}
	.refused {
		color: var(--clash);
		margin: 0;
	}
</style>
