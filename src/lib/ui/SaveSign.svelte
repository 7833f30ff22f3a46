<script lang="ts">
	import { Check, CloudOff, LoaderCircle, TriangleAlert } from '@lucide/svelte';
	import type { SaveState } from '../client/session.svelte';

	let { state }: { state: SaveState } = $props();

	const words: Record<SaveState, string> = {
		saved: 'Saved',
		saving: 'Saving …',
		away: 'Server away: kept here',
		conflict: 'Two versions',
		refused: 'Not saved'
	};
</script>

<span class={state} role="status" data-testid="save-state">
	{#if state === 'saved'}<Check size={15} />{:else if state === 'saving'}<LoaderCircle size={15} />{:else if state === 'away'}<CloudOff
			size={15}
		/>{:else}<TriangleAlert size={15} />{/if}
	{words[state]}
</span>

<style>
	span {
		display: inline-flex;
		gap: 5px;
		align-items: center;
		font-size: 12.5px;
		color: var(--ink-soft);
		white-space: nowrap;
	}
	.away,
	.conflict,
	.refused {
		color: var(--clash);
		font-weight: 650;
	}
</style>
