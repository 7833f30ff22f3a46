<script lang="ts">
	import type { Snippet } from 'svelte';
	import { preferences } from '../client/preferences.svelte';
	import { formatLength, withUnits } from '../core/units';
	import { annotated, frameOn, INK, project, type DragStep, type Shape, type View, type ViewName } from '../core/views';
	import { widthOf, type Rect } from '../core/geometry/rect';
	import type { Vec2, Vec3 } from '../core/geometry/vector';

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
		/** Keys move what is selected, mm of the drawing to the right and down; the last of them was let go. */
		onnudge?: (view: ViewName, dx: number, dy: number) => void;
		onnudged?: () => void;
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
		onnudge,
		onnudged,
		onsection,
		over
	}: Props = $props();

	let width = $state(400);
	let height = $state(240);
	/** Dimensions, scale and the way forward: what makes it a drawing to read sizes from. */
	const dimensioned = $derived(!small && view.dimensions.length > 0);
	const frame = $derived(dimensioned ? frameOn(view, width, height) : view.frame);
	// mm per pixel: text and ticks keep their size on the screen.
	const scale = $derived(Math.max(frame[2] / Math.max(1, width), frame[3] / Math.max(1, height)));
	const px = (pixels: number) => pixels * scale;
	const path = (points: Vec2[]) => points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('') + 'Z';

	const litPlace = $derived.by(() => {
		if (!lit || small) return undefined;
		const { line, at, text } = lit;
		const there = line && Math.hypot(line[0].x - line[1].x, line[0].y - line[1].y, line[0].z - line[1].z) > 0.5;
		const ends: [Vec2, Vec2] | undefined = there ? [project(view.name, line[0]), project(view.name, line[1])] : undefined;
		return { at: project(view.name, at), line: ends, words: text };
	});
	/** The scale at the lower left: a round length, and where it stands. */
	const bar = $derived.by(() => {
		const inch = preferences.units === 'imperial' ? 25.4 : 1;
		const lengths = preferences.units === 'imperial' ? [40, 20, 10, 5] : [1000, 500, 250, 100];
		const mm = (lengths.find((one) => one * inch <= px(110)) ?? lengths[3]) * inch;
		const [x, y] = [frame[0] + px(8), frame[1] + frame[3] - px(9)];
		const words = formatLength(mm, preferences.units);
		const box: Rect = { x: [x, x + mm + px(8 + widthOf(words, INK.figure))], y: [y - px(8), y + px(8)] };
		return { mm, x, y, words, box };
	});
	/** Which way is forward, in the drawings that are seen from above or from the side. */
	const forward = $derived.by(() => {
		if (view.name === 'cross-section') return undefined;
		const [x, y] = [frame[0] + frame[2] - px(8), frame[1] + frame[3] - px(9)];
		const box: Rect = { x: [x - px(34 + widthOf('forward', INK.figure)), x], y: [y - px(8), y + px(8)] };
		return { x, y, box };
	});
	const notes = $derived(
		annotated(view, (mm) => formatLength(mm, preferences.units), {
			px: scale,
			frame,
			sectionX,
			lit: litPlace,
			taken: dimensioned ? [bar.box, ...(forward ? [forward.box] : [])] : []
		})
	);

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

	const ARROWS: Record<string, [right: number, down: number]> = {
		ArrowLeft: [-1, 0],
		ArrowRight: [1, 0],
		ArrowUp: [0, -1],
		ArrowDown: [0, 1]
	};
	function nudgeKey(event: KeyboardEvent) {
		// The cutting line has keys of its own.
		if (!onnudge || event.target !== event.currentTarget || !Object.hasOwn(ARROWS, event.key)) return;
		event.preventDefault();
		const mm = event.ctrlKey || event.metaKey ? 100 : event.shiftKey ? 10 : 1;
		const [right, down] = ARROWS[event.key];
		onnudge(view.name, right * mm, down * mm);
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
	<!-- A drawing in which something is moved by keys takes the focus. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_static_element_interactions -->
	<svg
		bind:this={svg}
		viewBox={frame.join(' ')}
		preserveAspectRatio="xMidYMid meet"
		role={small ? 'presentation' : 'group'}
		aria-label={small ? undefined : title}
		tabindex={onnudge ? 0 : undefined}
		onkeydown={nudgeKey}
		onkeyup={(event) => Object.hasOwn(ARROWS, event.key) && onnudged?.()}
		onblur={onnudged}
	>
		{#if onnudge}<desc>Arrow keys move what is selected; with shift ten times as far, with control a hundred times.</desc>{/if}
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
			{#each notes.placed as one, i (i)}
				<g class="dimension">
					<title>{one.dimension.label}</title>
					{#each one.leaders as [from, to], i (i)}<path d="M{from.x} {from.y}L{to.x} {to.y}" class="leader" />{/each}
					<path d="M{one.from.x} {one.from.y}L{one.to.x} {one.to.y}" />
					{#each [one.from, one.to] as tip, i (i)}
						<path transform="translate({tip.x} {tip.y}) rotate({one.turn + 45})" d="M{-px(INK.tick)} 0H{px(INK.tick)}" class="tick" />
					{/each}
					<text transform="translate({one.at.x} {one.at.y}) rotate({one.turn})" font-size={px(INK.figure)} stroke-width={px(3)}
						>{one.words}</text
					>
				</g>
			{/each}
			{#if dimensioned}
				<g class="scale">
					<path d="M{bar.x} {bar.y}h{bar.mm}M{bar.x} {bar.y - px(3)}v{px(6)}M{bar.x + bar.mm} {bar.y - px(3)}v{px(6)}" />
					<text x={bar.x + bar.mm + px(5)} y={bar.y} font-size={px(INK.figure)} stroke-width={px(3)}>{bar.words}</text>
					{#if forward}
						<path d="M{forward.x - px(26)} {forward.y}h{px(24)}m{-px(6)} {-px(4)}l{px(6)} {px(4)}l{-px(6)} {px(4)}" />
						<text class="end" x={forward.x - px(31)} y={forward.y} font-size={px(INK.figure)} stroke-width={px(3)}>forward</text>
					{/if}
				</g>
			{/if}
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
					<path class="grip" d="M{sectionX} {frame[1]}V{frame[1] + frame[3]}" style:stroke-width={px(16)} />
					<path
						d="M{sectionX} {frame[1] + px(4)}V{frame[1] + frame[3] - (dimensioned ? px(INK.foot) : 0)}"
						style:stroke-width={px(1.6)}
						style:stroke-dasharray="{px(9)}
						{px(4)}"
					/>
					<path class="flag" d="M{sectionX} {frame[1] + px(4)}h{px(12)}l{-px(4)} {px(5)}l{px(4)} {px(5)}h{-px(12)}z" />
				</g>
			{/if}
			{#if litPlace && notes.note}
				{@const { at, line, words } = litPlace}
				<g class="lit">
					{#if line}<path d="M{line[0].x} {line[0].y}L{line[1].x} {line[1].y}" style:stroke-width={px(3)} />{/if}
					<circle cx={at.x} cy={at.y} r={px(7)} style:stroke-width={px(2.5)} />
					<text x={notes.note.at.x} y={notes.note.at.y} font-size={px(INK.note)} stroke-width={px(4)}>{words}</text>
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
		dominant-baseline: central;
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
		fill: var(--clash);
		font-weight: 650;
	}
	.scale path {
		stroke: var(--ink-soft);
		stroke-width: 1.2;
	}
	.scale text {
		text-anchor: start;
		fill: var(--ink-soft);
	}
	.scale text.end {
		text-anchor: end;
	}
</style>
