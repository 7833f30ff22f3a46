<script lang="ts">
	import type { Sketch } from '../core/workshop';

	/** A line drawing on paper, as large as its column. */
	let { sketch, label }: { sketch: Sketch; label: string } = $props();
	const points = (list: { x: number; y: number }[]) => list.map(({ x, y }) => `${x},${y}`).join(' ');
</script>

<svg viewBox="0 0 {sketch.width} {sketch.height}" role="img" aria-label={label}>
	{#each sketch.strokes as { points: ends, closed, kind }, i (i)}
		{#if closed}<polygon class={kind} points={points(ends)} />{:else}<polyline class={kind} points={points(ends)} />{/if}
	{/each}
	{#each sketch.dots as { at, radius, filled }, i (i)}
		<circle class:filled cx={at.x} cy={at.y} r={radius} />
	{/each}
	{#each sketch.labels as { at, words, size, anchor, strong }, i (i)}
		<text class:strong x={at.x} y={at.y + 0.35 * size} font-size={size} text-anchor={anchor}>{words}</text>
	{/each}
</svg>

<style>
	svg {
		width: min(100%, 420px);
		height: auto;
		display: block;
	}
	.rim,
	.opening {
		fill: var(--board);
		stroke: var(--ink);
		stroke-width: 0.45;
	}
	.opening {
		fill: var(--sheet);
	}
	.measure,
	.hidden {
		fill: none;
		stroke: var(--ink-soft);
		stroke-width: 0.2;
	}
	.hidden {
		stroke: var(--ink);
		stroke-width: 0.5;
		stroke-dasharray: 1.2 0.7;
	}
	circle {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 0.3;
		stroke-dasharray: 0.9 0.6;
	}
	circle.filled {
		fill: var(--ink);
		stroke-dasharray: none;
	}
	text {
		fill: var(--ink);
		font-family: var(--font-figures);
	}
	.strong {
		font-weight: 700;
		fill: var(--accent);
	}
</style>
