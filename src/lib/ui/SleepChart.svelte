<script lang="ts">
	import { scaleBand, scaleLinear } from 'd3-scale';
	import type { LogEntry } from '../core/plan';
	import { dateWords } from './words';

	/** Nights in the order of their days. */
	let { nights }: { nights: LogEntry[] } = $props();

	let width = $state(420);
	const height = 92;
	const x = $derived(
		scaleBand(
			nights.map((_, i) => i),
			[64, Math.max(120, width)]
		).padding(0.25)
	);
	const y = scaleLinear([0, 5], [height - 18, 6]);
	const marked = (kind: 'damp' | 'cold', { remarks = [] }: LogEntry) => remarks.some((one) => one.kind === kind);
</script>

<div bind:clientWidth={width}>
	<svg {width} {height} role="img" aria-label="How one slept, night by night: {nights.map(({ slept }) => slept).join(', ')} of 5">
		{#each [[1, 'badly'], [3, 'all right'], [5, 'very well']] as const as [level, word] (level)}
			<line x1="64" x2={width} y1={y(level)} y2={y(level)} />
			<text x="58" y={y(level) + 4} text-anchor="end">{word}</text>
		{/each}
		{#each nights as night, i (i)}
			<rect
				x={x(i)}
				y={y(night.slept!)}
				width={x.bandwidth()}
				height={y(0) - y(night.slept!)}
				class:wet={marked('damp', night) || marked('cold', night)}
			>
				<title
					>{dateWords(night.date)}: {night.slept} of 5{marked('damp', night) ? ', damp' : ''}{marked('cold', night) ? ', cold' : ''}</title
				>
			</rect>
		{/each}
		<text x="64" y={height - 4}>{dateWords(nights[0].date)}</text>
		<text x={width} y={height - 4} text-anchor="end">{dateWords(nights.at(-1)!.date)}</text>
	</svg>
</div>

<style>
	line {
		stroke: var(--rule);
	}
	rect {
		fill: var(--pad);
	}
	.wet {
		fill: var(--cloth);
	}
	text {
		font-size: 11px;
		fill: var(--ink-soft);
	}
</style>
