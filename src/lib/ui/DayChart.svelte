<script lang="ts">
	import { scaleLinear } from 'd3-scale';
	import type { Place } from '../core/stowage';

	interface Props {
		places: readonly Place[];
		nameOf: (gear: string) => string;
		lit: readonly number[];
		onlit: (no: number | undefined) => void;
	}
	let { places, nameOf, lit, onlit }: Props = $props();

	/** So many are told one by one. */
	const MOST = 8;
	const ROW = 22;
	const dearest = $derived(
		places
			.filter(({ aDay }) => aDay >= 0.5)
			.toSorted((a, b) => b.aDay - a.aDay)
			.slice(0, MOST)
	);
	const rest = $derived(places.reduce((sum, { aDay }) => sum + aDay, 0) - dearest.reduce((sum, { aDay }) => sum + aDay, 0));
	let width = $state(280);
	const x = $derived(scaleLinear([0, Math.max(1, dearest[0]?.aDay ?? 1)], [0, Math.max(40, width - 44)]));
</script>

<div bind:clientWidth={width}>
	<svg
		{width}
		height={dearest.length * ROW}
		role="img"
		aria-label="Seconds a day: {dearest.map((one) => `${nameOf(one.gear)} ${Math.round(one.aDay)}`).join(', ')}"
	>
		{#each dearest as place, i (place.no)}
			<g
				class:lit={lit.includes(place.no)}
				role="presentation"
				onpointerenter={() => onlit(place.no)}
				onpointerleave={() => onlit(undefined)}
			>
				<rect x="0" y={i * ROW + 2} width={x(place.aDay)} height={ROW - 4} />
				<text x="5" y={i * ROW + ROW / 2 + 4}>{place.no} {nameOf(place.gear)}</text>
				<text class="figures" x={width} y={i * ROW + ROW / 2 + 4} text-anchor="end">{Math.round(place.aDay)} s</text>
			</g>
		{/each}
	</svg>
	{#if rest >= 1}<p class="quiet">All others together <span class="figures">{Math.round(rest)} s</span>.</p>{/if}
</div>

<style>
	svg {
		display: block;
	}
	rect {
		fill: var(--gear);
		fill-opacity: 0.6;
	}
	.lit rect {
		fill: var(--accent);
		fill-opacity: 0.45;
	}
	text {
		font-size: 12px;
		fill: var(--ink);
	}
	p {
		margin: 4px 0 0;
		font-size: 12.5px;
	}
</style>
