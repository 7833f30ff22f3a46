<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { PartLine } from '../core/cutting';
	import { formatLength } from '../core/units';
	import { copiesWords, drillWords, figureIn, lying, markingsOf, partSketch, placeWords } from '../core/workshop';
	import PartSketch from './PartSketch.svelte';

	/** A part as it is marked and drilled; copies that are drilled differently each by themselves. */
	let { part }: { part: PartLine } = $props();
	const mm = (value: number) => formatLength(value, preferences.units);
	const figure = $derived(figureIn(preferences.units));
	const PAPER = { width: 100, height: 70 };
	const drawings = $derived.by(() => {
		const line = lying(part);
		return line.drilled.map((drilled) => ({
			of: copiesWords(line, drilled),
			sketch: partSketch(line, drilled, PAPER, figure),
			markings: markingsOf(drilled)
		}));
	});
</script>

{#each drawings as { of, sketch, markings }, i (i)}
	{#if of}<h4>{of}</h4>{/if}
	<PartSketch {sketch} label="{part.name}{of ? `, ${of}` : ''}: {mm(part.length)} by {mm(part.width)}, {markings.length} rows of holes" />
	{#each markings as marking, k (marking.letter)}
		{#if k === 0 || drillWords(markings[k - 1]) !== drillWords(marking)}<p>{drillWords(marking)}:</p>{/if}
		<div class="row"><b>{marking.letter}</b><span>{placeWords(marking, figure)}</span></div>
	{/each}
{/each}
<p class="quiet">
	Sizes from the left end and the lower edge. Full dots are drilled from this face, open ones from behind, dashes into an edge.
</p>

<style>
	h4 {
		margin: 8px 0 2px;
		font-size: 12.5px;
	}
	p {
		margin: 6px 0 2px;
	}
	.row {
		display: flex;
		gap: 8px;
	}
	b {
		color: var(--accent);
		min-width: 14px;
	}
</style>
