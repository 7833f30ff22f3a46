<script lang="ts">
	import type { Moment } from '../core/build';

	interface Props {
		moment: Moment;
		/** What is to be seen, in words. */
		label: string;
	}
	let { moment, label }: Props = $props();

	const EDGE = 30;
	const box = $derived({
		x: moment.box.x[0] - EDGE,
		y: moment.box.y[0] - EDGE,
		width: moment.box.x[1] - moment.box.x[0] + 2 * EDGE,
		height: moment.box.y[1] - moment.box.y[0] + 2 * EDGE
	});
	/** Figures as large on paper whatever is drawn. */
	const size = $derived(Math.max(box.width / 32, box.height / 22));
	const path = (points: { x: number; y: number }[]) => `M${points.map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z`;
	/** Numbers that would lie on each other are left to the list. */
	const labels = $derived(
		moment.labels.filter(
			({ at }, i) =>
				!moment.labels.slice(0, i).some((other) => Math.abs(other.at.x - at.x) < 1.9 * size && Math.abs(other.at.y - at.y) < 1.2 * size)
		)
	);
</script>

<svg viewBox="{box.x} {box.y} {box.width} {box.height}" role="img" aria-label={label}>
	{#each moment.sides as { points, shade, fresh, stuff }, i (i)}
		<path d={path(points)} class="{shade} {stuff}" class:fresh />
	{/each}
	{#each labels as { at, words } (words)}
		<text x={at.x} y={at.y} font-size={size} class="figures">{words}</text>
	{/each}
</svg>

<style>
	svg {
		width: 100%;
		height: 100%;
	}
	path {
		stroke: var(--ink-soft);
		stroke-width: 1;
		vector-effect: non-scaling-stroke;
		stroke-linejoin: round;
		fill: color-mix(in srgb, var(--board) 40%, var(--sheet));
	}
	.metal,
	.other {
		fill: color-mix(in srgb, var(--bought) 50%, var(--sheet));
	}
	.rear {
		fill: color-mix(in srgb, var(--board) 30%, var(--rule));
	}
	.side {
		fill: color-mix(in srgb, var(--board) 20%, var(--arch));
	}
	.metal.rear,
	.metal.side,
	.other.rear,
	.other.side {
		fill: color-mix(in srgb, var(--bought) 60%, var(--arch));
	}
	.fresh {
		fill: var(--board);
		stroke: var(--accent);
		stroke-width: 1.6;
	}
	.fresh.rear {
		fill: color-mix(in srgb, var(--board) 86%, black);
	}
	.fresh.side {
		fill: color-mix(in srgb, var(--board) 72%, black);
	}
	.fresh.metal,
	.fresh.other {
		fill: color-mix(in srgb, var(--accent-soft) 70%, var(--bought));
	}
	text {
		fill: var(--ink);
		paint-order: stroke;
		stroke: var(--sheet);
		stroke-width: 4px;
		vector-effect: non-scaling-stroke;
		text-anchor: middle;
		dominant-baseline: central;
		font-weight: 650;
	}
</style>
