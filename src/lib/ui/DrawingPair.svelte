<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { View } from '../core/views';
	import Drawing from './Drawing.svelte';

	/** A drawing with what is said of it beside its name, and what it is for whoever does not see it. */
	interface Shown {
		view: View;
		note: string;
		title: string;
		/** Drawn over everything; it is given how many mm of the drawing a pixel is. */
		over: Snippet<[mmPerPixel: number]>;
	}
	let { above, side, selected }: { above: Shown; side: Shown; selected?: string } = $props();
</script>

<div class="pair">
	{#each [['From above', above], ['From the side', side]] as const as [name, { view, note, title, over }] (name)}
		<section class="card" aria-label={name}>
			<h2>{name} <span class="quiet">{note}</span></h2>
			<div class="drawing"><Drawing view={{ ...view, dimensions: [] }} {title} {selected} {over} /></div>
		</section>
	{/each}
</div>

<style>
	.pair {
		display: grid;
		grid-template-rows: minmax(0, 1.1fr) minmax(0, 1fr);
		gap: 8px;
		min-height: 0;
	}
	section {
		display: flex;
		flex-direction: column;
		min-height: 0;
		padding: 6px 10px 8px;
	}
	h2 {
		margin: 0 0 4px;
		font-size: 13px;
	}
	h2 .quiet {
		font-weight: 400;
		font-size: 12.5px;
	}
	.drawing {
		flex: 1;
		min-height: 0;
	}
	@media (max-width: 900px) {
		.pair {
			display: flex;
			flex-direction: column;
		}
		.drawing {
			flex: none;
			height: 220px;
		}
	}
</style>
