<script lang="ts">
	import type { Snippet } from 'svelte';
	import { preferences } from '../client/preferences.svelte';
	import { formatLength, withUnits } from '../core/units';
	import { project, type Dimension, type Shape, type View, type ViewName } from '../core/views';
	import type { Vec2, Vec3 } from '../core/geometry/vector';

	/** A drag of something in the drawing, in mm of the drawing (right, down). */
	export interface DragStep {
		of: string;
		/** The part of the piece by which it was taken hold of. */
		part?: string;
		view: ViewName;
		dx: number;
		dy: number;
		phase: 'move' | 'end' | 'cancel';
	}
	interface Props {
		view: View;
		title: string;
		selected?: string;
		/** The dimension that decides the finding pointed at. */
		lit?: { line: [Vec3, Vec3] | undefined; at: Vec3; text: string };
		/** A cutting line at this x, where the drawing has one. */
		sectionX?: number;
		sectionRange?: [number, number];
		small?: boolean;
		movable?: (of: string) => boolean;
		/** Whether a part of the selected piece is the one that is being made up. */
		picked?: (part: string) => boolean;
		onselect?: (of: string, part?: string) => void;
		ondrag?: (step: DragStep) => void;
		onsection?: (x: number) => void;
		/** Drawn over everything, in the drawing's own mm; it is given how many of these a pixel is. */
		over?: Snippet<[mmPerPixel: number]>;
	}
	let {
		view,
		title,
		selected,
		lit,
		sectionX,
		sectionRange = [0, 5000],
		small = false,
		movable,
		picked,
		onselect,
		ondrag,
		onsection,
		over
	}: Props = $props();

	let width = $state(400);
	let height = $state(240);
	// mm per pixel: text and ticks keep their size on the screen.
	const scale = $derived(Math.max(view.frame[2] / Math.max(1, width), view.frame[3] / Math.max(1, height)));
	const px = (pixels: number) => pixels * scale;
	const path = (points: Vec2[]) => points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('') + 'Z';

	interface Line {
		a: Vec2;
		b: Vec2;
		/** Where the dimension line really starts and ends: moved away by its offset. */
		from: Vec2;
		to: Vec2;
		/** Where the number stands: over the middle, or past the end where the line is too short for it. */
		label: Vec2;
		turn: number;
	}
	function lineOf(d: Pick<Dimension, 'from' | 'to' | 'offset'>): Line {
		const long = Math.hypot(d.to.x - d.from.x, d.to.y - d.from.y) || 1;
		const [nx, ny] = [-(d.to.y - d.from.y) / long, (d.to.x - d.from.x) / long];
		const away = d.offset * px(20);
		const move = (p: Vec2): Vec2 => ({ x: p.x - nx * away, y: p.y - ny * away });
		const [from, to] = [move(d.from), move(d.to)];
		let turn = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
		if (turn > 89 || turn < -91) turn += turn > 0 ? -180 : 180;
		const past = long < px(50) ? long / 2 + px(30) : 0;
		const [ux, uy] = [(to.x - from.x) / long, (to.y - from.y) / long];
		const label = { x: (from.x + to.x) / 2 + ux * past, y: (from.y + to.y) / 2 + uy * past };
		return { a: d.from, b: d.to, from, to, label, turn };
	}

	const litLine = $derived(
		lit?.line && Math.hypot(lit.line[0].x - lit.line[1].x, lit.line[0].y - lit.line[1].y, lit.line[0].z - lit.line[1].z) > 0.5
			? lineOf({ from: project(view.name, lit.line[0]), to: project(view.name, lit.line[1]), offset: 0 })
			: undefined
	);
	const litAt = $derived(lit ? project(view.name, lit.at) : undefined);
	// The number stands beside its point, on the side where the drawing has more room for it.
	const litLeft = $derived(litAt !== undefined && litAt.x > view.frame[0] + view.frame[2] * 0.7);

	let drag: { of: string; part?: string; x: number; y: number; moved: boolean; pointer: number } | undefined;
	function start(event: PointerEvent, { of, part }: Shape) {
		onselect?.(of, part);
		if (!ondrag || !movable?.(of)) return;
		drag = { of, part, x: event.clientX, y: event.clientY, moved: false, pointer: event.pointerId };
		(event.currentTarget as Element).setPointerCapture(event.pointerId);
	}
	function move(event: PointerEvent) {
		if (!drag) return;
		const [dx, dy] = [event.clientX - drag.x, event.clientY - drag.y];
		if (!drag.moved && Math.hypot(dx, dy) < 4) return;
		drag.moved = true;
		ondrag?.({ of: drag.of, part: drag.part, view: view.name, dx: dx * scale, dy: dy * scale, phase: 'move' });
	}
	function end(event: PointerEvent, phase: 'end' | 'cancel') {
		if (drag?.moved) {
			const { of, part, x, y } = drag;
			ondrag?.({ of, part, view: view.name, dx: (event.clientX - x) * scale, dy: (event.clientY - y) * scale, phase });
		}
		drag = undefined;
	}

	let svg: SVGSVGElement | undefined = $state();
	function sectionAt(event: PointerEvent): number {
		const matrix = svg!.getScreenCTM()!.inverse();
		const x = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix).x;
		return Math.max(sectionRange[0], Math.min(sectionRange[1], Math.round(x)));
	}
	function sectionKey(event: KeyboardEvent) {
		const step = { ArrowLeft: -20, ArrowRight: 20, PageDown: -200, PageUp: 200 }[event.key];
		if (step === undefined || sectionX === undefined) return;
		event.preventDefault();
		onsection?.(Math.max(sectionRange[0], Math.min(sectionRange[1], sectionX + step)));
	}
</script>

<figure class:small bind:clientWidth={width} bind:clientHeight={height}>
	<svg
		bind:this={svg}
		viewBox={view.frame.join(' ')}
		preserveAspectRatio="xMidYMid meet"
		role={small ? 'presentation' : 'group'}
		aria-label={small ? undefined : title}
	>
		{#each view.shapes as shape, i (i)}
			<!-- Shapes repeat what the table below says and what the form can do by keyboard. -->
			<!-- svelte-ignore a11y_no_static_element_interactions -->
			<path
				d={path(shape.points)}
				class={shape.kind}
				class:behind={!shape.cut}
				class:selected={shape.of === selected}
				class:movable={movable?.(shape.of)}
				class:picked={shape.of === selected && shape.part !== undefined && picked?.(shape.part)}
				onpointerdown={small ? undefined : (event) => start(event, shape)}
				onpointermove={move}
				onpointerup={(event) => end(event, 'end')}
				onpointercancel={(event) => end(event, 'cancel')}
			>
				{#if !small}<title>{withUnits(shape.title, preferences.units)}</title>{/if}
			</path>
		{/each}
		{#if !small && picked}
			<!-- A board seen from its edge is a pixel thick: what is being made up is taken hold of round about as well. -->
			{#each view.shapes.filter((shape) => shape.of === selected && shape.part !== undefined && picked(shape.part)) as shape, i (i)}
				<!-- svelte-ignore a11y_no_static_element_interactions -->
				<path
					d={path(shape.points)}
					class="handle movable"
					onpointerdown={(event) => start(event, shape)}
					onpointermove={move}
					onpointerup={(event) => end(event, 'end')}
					onpointercancel={(event) => end(event, 'cancel')}
				/>
			{/each}
		{/if}
		{#if !small}
			{#each view.dimensions as dimension, i (i)}
				{@const line = lineOf(dimension)}
				<g class="dimension">
					<title>{dimension.label}</title>
					{#if dimension.offset !== 0}<path
							d="M{line.a.x} {line.a.y}L{line.from.x} {line.from.y}M{line.b.x} {line.b.y}L{line.to.x} {line.to.y}"
							class="leader"
						/>{/if}
					<path d="M{line.from.x} {line.from.y}L{line.to.x} {line.to.y}" />
					{#each [line.from, line.to] as tip, i (i)}
						<path transform="translate({tip.x} {tip.y}) rotate({line.turn + 45})" d="M{-px(5)} 0H{px(5)}" class="tick" />
					{/each}
					<text transform="translate({line.label.x} {line.label.y}) rotate({line.turn})" dy={-px(3)} font-size={px(11)} stroke-width={px(3)}
						>{formatLength(dimension.mm, preferences.units)}</text
					>
				</g>
			{/each}
			{#if sectionX !== undefined}
				<g
					class="section"
					role="slider"
					tabindex="0"
					aria-label="Place of the cross-section"
					aria-valuemin={Math.round(sectionRange[0])}
					aria-valuemax={Math.round(sectionRange[1])}
					aria-valuenow={Math.round(sectionX)}
					aria-valuetext="{formatLength(sectionX, preferences.units)} from the rear door"
					onkeydown={sectionKey}
					onpointerdown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
					onpointermove={(event) => event.currentTarget.hasPointerCapture(event.pointerId) && onsection?.(sectionAt(event))}
				>
					<path class="grip" d="M{sectionX} {view.frame[1]}V{view.frame[1] + view.frame[3]}" style:stroke-width={px(16)} />
					<path
						d="M{sectionX} {view.frame[1] + px(4)}V{view.frame[1] + view.frame[3]}"
						style:stroke-width={px(1.6)}
						style:stroke-dasharray="{px(9)}
						{px(4)}"
					/>
					<path class="flag" d="M{sectionX} {view.frame[1] + px(4)}h{px(12)}l{-px(4)} {px(5)}l{px(4)} {px(5)}h{-px(12)}z" />
				</g>
			{/if}
			{#if litAt}
				<g class="lit">
					{#if litLine}
						<path d="M{litLine.from.x} {litLine.from.y}L{litLine.to.x} {litLine.to.y}" style:stroke-width={px(3)} />
					{/if}
					<circle cx={litAt.x} cy={litAt.y} r={px(7)} style:stroke-width={px(2.5)} />
					<text
						x={litAt.x}
						y={litAt.y}
						dx={litLeft ? -px(11) : px(11)}
						dy={-px(7)}
						class:left={litLeft}
						font-size={px(12.5)}
						stroke-width={px(4)}>{lit!.text}</text
					>
				</g>
			{/if}
		{/if}
		{@render over?.(scale)}
	</svg>
</figure>

<style>
	figure {
		margin: 0;
		width: 100%;
		height: 100%;
		min-height: 0;
		overflow: hidden;
	}
	svg {
		width: 100%;
		height: 100%;
		display: block;
	}
	path {
		vector-effect: non-scaling-stroke;
		stroke: var(--ink);
		stroke-width: 0.8;
		stroke-linejoin: round;
		fill: none;
	}
	.room {
		fill: var(--room);
		stroke-width: 2;
	}
	.outline {
		stroke: var(--ink-soft);
		stroke-width: 1;
		stroke-dasharray: 2 3;
	}
	.arch {
		fill: var(--arch);
	}
	.pit {
		fill: var(--ink);
		fill-opacity: 0.14;
		stroke-dasharray: 6 3;
	}
	.fixture {
		fill: var(--arch);
		stroke-width: 1.2;
	}
	.opening {
		stroke: var(--ink-soft);
		stroke-width: 1.4;
		stroke-dasharray: 10 4;
	}
	.zone {
		fill: var(--unmeasured);
		fill-opacity: 0.13;
		stroke: var(--unmeasured);
		stroke-dasharray: 3 3;
	}
	.no-drill {
		fill: var(--clash);
		fill-opacity: 0.16;
		stroke: var(--clash);
		stroke-dasharray: 8 3 2 3;
	}
	.anchor {
		fill: var(--accent);
		stroke: var(--paper);
	}
	.seat {
		fill: var(--seat);
		stroke: var(--ink-soft);
	}
	.board {
		fill: var(--board);
	}
	.cloth {
		fill: var(--cloth);
		fill-opacity: 0.55;
	}
	.fastening {
		fill: var(--accent);
		stroke: none;
	}
	.bought {
		fill: var(--bought);
	}
	.bar {
		fill: var(--bar);
	}
	.pad {
		fill: var(--pad);
		fill-opacity: 0.82;
	}
	.back {
		fill: var(--back);
		fill-opacity: 0.9;
	}
	.gear {
		fill: var(--gear);
		fill-opacity: 0.7;
		stroke-dasharray: 4 2;
	}
	.body {
		fill: var(--body);
		fill-opacity: 0.34;
		stroke: none;
		pointer-events: none;
	}
	.behind:not(.body, .gear, .outline, .opening, .zone, .no-drill, .anchor) {
		opacity: 0.55;
	}
	.selected {
		stroke: var(--accent);
		stroke-width: 1.3;
	}
	.handle {
		fill: transparent;
		stroke: transparent;
		stroke-width: 14;
		pointer-events: all;
	}
	.picked {
		stroke: var(--accent);
		stroke-width: 3;
		opacity: 1 !important;
	}
	.movable {
		cursor: grab;
		touch-action: none;
	}
	.movable:active {
		cursor: grabbing;
	}
	.small path {
		stroke-width: 0.5;
	}
	.small :is(.opening, .zone, .no-drill, .anchor) {
		display: none;
	}
	.small .room {
		stroke-width: 1.2;
	}
	.dimension path {
		stroke: var(--ink);
		stroke-width: 0.7;
	}
	.dimension .leader {
		stroke: var(--ink-soft);
		stroke-width: 0.5;
	}
	.dimension .tick {
		stroke-width: 1.6;
	}
	text {
		font-family: var(--font-figures);
		text-anchor: middle;
		fill: var(--ink);
		stroke: var(--paper);
		paint-order: stroke;
		stroke-linejoin: round;
		pointer-events: none;
	}
	.section path {
		vector-effect: none;
		stroke: var(--accent);
	}
	.section .grip {
		stroke: transparent;
		cursor: ew-resize;
		pointer-events: stroke;
		touch-action: none;
	}
	.section .flag {
		fill: var(--accent);
		stroke: none;
	}
	.lit {
		pointer-events: none;
	}
	.lit path,
	.lit circle {
		vector-effect: none;
		stroke: var(--clash);
		fill: none;
	}
	.lit text {
		text-anchor: start;
		fill: var(--clash);
		font-weight: 650;
	}
	.lit text.left {
		text-anchor: end;
	}
</style>
