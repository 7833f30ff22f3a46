<script lang="ts">
	import { scaleLinear } from 'd3-scale';
	import { area, line } from 'd3-shape';
	import { preferences } from '../client/preferences.svelte';
	import { statusOf, type Status } from '../core/checks';
	import { foldedRows, marginAt, type Compromise, type HeightRow, type HeightStudy } from '../core/height';
	import { formatInches, formatLength } from '../core/units';
	import StatusMark from './StatusMark.svelte';

	interface Props {
		study: HeightStudy;
		height: number;
		range: [number, number];
		/** Heights to mark, in the order of their numbers. */
		compromises: Compromise[];
		/** `step` comes from the keyboard: exact, it stops at nothing. */
		onmove: (height: number, phase: 'move' | 'end' | 'step') => void;
	}
	let { study, height, range, compromises, onmove }: Props = $props();

	let width = $state(380);
	let full = $state(260);
	const left = $derived(Math.min(170, width * 0.4));
	const [right, top, bottom] = [10, 30, 24];
	const inner = $derived(Math.max(80, width - left - right));
	const x = $derived(scaleLinear([study.heights[0], study.heights.at(-1)!], [left, left + inner]));
	const curves = 34;
	/** Rows below this are not read. */
	const least = 13;
	const rows = $derived(foldedRows(study.rows, Math.max(1, Math.floor((full - top - bottom - curves) / least))));
	const rowHeight = $derived(Math.max(9, Math.min(30, (full - top - bottom - curves) / Math.max(1, rows.length))));
	const curveTop = $derived(top + rows.length * rowHeight + 4);
	const axisY = $derived(curveTop + curves);

	/** Runs of heights with the same status, as stretches of the axis. */
	function bands(row: HeightRow): { from: number; to: number; status: Status }[] {
		const found: { from: number; to: number; status: Status }[] = [];
		study.heights.forEach((h, i) => {
			if (Number.isNaN(row.margins[i])) return;
			const status = statusOf(row.margins[i], row.comfort, 0, 0);
			const last = found.at(-1);
			// Where it changes between two heights the border lies where the margin crosses zero or its comfort.
			if (last && last.status === status && last.to === h) last.to = study.heights[i + 1] ?? h;
			else {
				const border = last ? crossing(row, i, last.status, status) : h;
				if (last) last.to = border;
				found.push({ from: border, to: study.heights[i + 1] ?? h, status });
			}
		});
		return found;
	}
	function crossing(row: HeightRow, i: number, before: Status, after: Status): number {
		const level = before === 'clash' || after === 'clash' ? 0 : row.comfort;
		const [a, b] = [row.margins[i - 1] - level, row.margins[i] - level];
		const share = a === b ? 0.5 : Math.max(0, Math.min(1, a / (a - b)));
		return study.heights[i - 1] + share * (study.heights[i] - study.heights[i - 1]);
	}

	// About six pixels a letter.
	const shorten = (text: string) => (text.length > (left - 20) / 5.9 ? `${text.slice(0, Math.floor((left - 20) / 5.9) - 1)}…` : text);
	const tickText = (mm: number) => (preferences.units === 'metric' ? String(mm) : formatInches(mm));

	const most = $derived(Math.max(1, ...study.storage));
	const widest = $derived(Math.max(...study.widths));
	const storageArea = $derived(
		area<number>()
			.x((_, i) => x(study.heights[i]))
			.y0(curveTop + curves)
			.y1((litres) => curveTop + curves - (litres / most) * (curves - 8))(study.storage)
	);
	const widthLine = $derived(
		line<number>()
			.x((_, i) => x(study.heights[i]))
			.y((mm) => curveTop + curves - (mm / widest) * (curves - 4))(study.widths)
	);
	const at = (values: number[]) => marginAt(study, { id: '', label: '', comfort: 0, margins: values }, height);

	const clamp = (value: number) => Math.max(range[0], Math.min(range[1], Math.round(value)));
	function heightAt(event: PointerEvent): number {
		const box = (event.currentTarget as Element).closest('svg')!.getBoundingClientRect();
		return clamp(x.invert(event.clientX - box.left));
	}
	let dragging = false;
	function keys(event: KeyboardEvent) {
		const step = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10 }[event.key];
		if (step === undefined) return;
		event.preventDefault();
		onmove(clamp(height + step), 'step');
	}
	const lineX = $derived(Math.max(left, Math.min(left + inner, x(height))));
</script>

<div class="chart" bind:clientWidth={width} bind:clientHeight={full}>
	<svg {width} height={full} role="group" aria-label="Height decision">
		<defs>
			<pattern id="hatch-clash" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
				<rect width="5" height="5" fill="var(--sheet)" /><rect width="2.2" height="5" fill="var(--clash)" />
			</pattern>
			<pattern id="dots-tight" width="5" height="5" patternUnits="userSpaceOnUse">
				<rect width="5" height="5" fill="var(--sheet)" /><circle cx="2.5" cy="2.5" r="1.3" fill="var(--tight)" />
			</pattern>
		</defs>
		{#each rows as row, i (row.id)}
			{@const y = top + i * rowHeight}
			{@const now = marginAt(study, row, height)}
			<g>
				<title>{row.label}: {Number.isNaN(now) ? 'not asked' : `${formatLength(now, preferences.units)} at this height`}</title>
				<g transform="translate(0 {y + rowHeight / 2 - 6})">
					<StatusMark status={Number.isNaN(now) ? 'clear' : statusOf(now, row.comfort, 0, 0)} size={12} quiet />
				</g>
				<text x="17" y={y + rowHeight / 2} class="label">{shorten(row.label)}</text>
				{#each bands(row) as band, k (k)}
					<rect x={x(band.from)} {y} width={Math.max(0, x(band.to) - x(band.from))} height={rowHeight - 3} class={band.status} />
				{/each}
			</g>
		{/each}
		<path d={storageArea} class="storage" />
		<path d={widthLine} class="width" />
		<rect x="2" y={curveTop + 4} width="10" height="10" class="storage" />
		<path d="M2 {curveTop + 24}h10" class="width" />
		<text x="17" y={curveTop + 9} class="label">Storage {Math.round(at(study.storage))} l</text>
		<text x="17" y={curveTop + 24} class="label">Width {formatLength(at(study.widths), preferences.units)}</text>
		{#each x.ticks(Math.max(3, Math.floor(inner / 60))) as tick (tick)}
			<path d="M{x(tick)} {axisY}v4" class="tick" />
			<text x={x(tick)} y={axisY + 13} class="axis">{tickText(tick)}</text>
		{/each}
		<path d="M{left} {axisY}H{left + inner}" class="tick" />
		{#each compromises as one, i (i)}
			<g class="compromise">
				<title>{formatLength(one.height, preferences.units)}: gives up {one.givesUp.join(', ') || 'nothing'}</title>
				<path d="M{x(one.height)} {top}V{axisY}" />
				<circle cx={x(one.height)} cy={axisY - 8} r="7.5" />
				<text x={x(one.height)} y={axisY - 7.5}>{i + 1}</text>
			</g>
		{/each}
		<g
			class="present"
			role="slider"
			tabindex="0"
			aria-label="Height"
			aria-orientation="horizontal"
			aria-valuemin={range[0]}
			aria-valuemax={range[1]}
			aria-valuenow={Math.round(height)}
			aria-valuetext={formatLength(height, preferences.units)}
			onkeydown={keys}
			onpointerdown={(event) => {
				event.currentTarget.setPointerCapture(event.pointerId);
				dragging = true;
			}}
			onpointermove={(event) => dragging && onmove(heightAt(event), 'move')}
			onpointerup={(event) => {
				if (dragging) onmove(heightAt(event), 'end');
				dragging = false;
			}}
		>
			<rect x={lineX - 14} y={top - 24} width="28" height={axisY - top + 24} class="grip" />
			<path d="M{lineX} {top - 10}V{axisY}" />
			<path d="M{lineX} {top - 4}l-6 -7h12z" class="handle" />
			<text x={Math.max(left + 30, Math.min(left + inner - 30, lineX))} y={top - 18} class="value"
				>{formatLength(height, preferences.units)}</text
			>
		</g>
	</svg>
</div>

<style>
	.chart {
		width: 100%;
		height: 100%;
		min-height: 0;
		overflow: hidden;
	}
	svg {
		display: block;
	}
	text {
		font-size: 11px;
		fill: var(--ink);
		dominant-baseline: central;
	}
	.axis,
	.value {
		font-family: var(--font-figures);
		text-anchor: middle;
		font-size: 10px;
	}
	.value {
		font-size: 12.5px;
		font-weight: 650;
		fill: var(--accent);
	}
	.clash {
		fill: url(#hatch-clash);
		stroke: var(--clash);
		stroke-width: 0.6;
	}
	.tight {
		fill: url(#dots-tight);
		stroke: var(--tight);
		stroke-width: 0.6;
	}
	.clear {
		fill: var(--clear);
		fill-opacity: 0.35;
		stroke: var(--clear);
		stroke-width: 0.6;
	}
	.storage {
		fill: var(--gear);
		fill-opacity: 0.5;
	}
	.width {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.2;
	}
	.tick {
		stroke: var(--ink-soft);
		fill: none;
	}
	.compromise path {
		stroke: var(--ink);
		stroke-width: 1;
		stroke-dasharray: 2 3;
	}
	.compromise circle {
		fill: var(--ink);
	}
	.compromise text {
		fill: var(--sheet);
		font-size: 10.5px;
		text-anchor: middle;
	}
	.present path {
		stroke: var(--accent);
		stroke-width: 2;
		fill: none;
	}
	.present .handle {
		fill: var(--accent);
	}
	.grip {
		fill: transparent;
		cursor: ew-resize;
		touch-action: none;
	}
</style>
