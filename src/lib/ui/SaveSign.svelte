<script lang="ts">
	import { Check, CloudOff, LoaderCircle, TriangleAlert } from '@lucide/svelte';
	import type { SaveState } from '../client/sync/saving.svelte';

	let { state, trouble }: { state: SaveState; trouble: string | undefined } = $props();

	const words = $derived(
		(
			{
				saved: 'Saved',
				saving: 'Saving …',
				kept: `${trouble ?? 'Server away'}: kept here`,
				keeping: `${trouble ?? 'Server away'}: being kept here …`,
				nowhere: `${trouble ?? 'Server away'}, and no room here: not kept. Download the plan file`,
				question: 'Two versions',
				refused: 'Not saved',
				gone: 'Deleted elsewhere'
			} satisfies Record<SaveState, string>
		)[state]
	);
</script>

<span class={state} role="status" data-testid="save-state">
	{#if state === 'saved'}<Check size={15} />{:else if state === 'saving' || state === 'keeping'}<LoaderCircle
			size={15}
		/>{:else if state === 'kept'}<CloudOff size={15} />{:else}<TriangleAlert size={15} />{/if}
	{words}
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
	.kept,
	.keeping,
	.nowhere,
	.question,
	.refused,
	.gone {
		color: var(--clash);
		font-weight: 650;
	}
</style>
