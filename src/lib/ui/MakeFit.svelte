<script lang="ts">
	import { onDestroy } from 'svelte';
	import { MakingFit } from '../client/making-fit.svelte';
	import { preferences } from '../client/preferences.svelte';
	import type { Edit, Plan } from '../core/plan';
	import { withUnits } from '../core/units';
	import StatusMark from './StatusMark.svelte';

	interface Props {
		plan: Plan;
		/** How many clashes are told. */
		clashes: number;
		ontake: (label: string, edits: Edit[]) => void;
	}
	let { plan, clashes, ontake }: Props = $props();

	const search = new MakingFit();
	onDestroy(() => search.leave());
	// What was found is of one plan; another asks afresh.
	$effect(() => {
		if (search.of && search.of !== plan) search.leave();
	});
	const made = $derived(search.found);
	const ASKS = { less: 'gives something up', knowledge: 'only if that is so' };
	const changesWords = $derived(made && (made.changes.length === 1 ? 'One change' : `${made.changes.length} changes`));
	const settled = $derived.by(() => {
		if (!made) return '';
		if (made.left.length === 0) return clashes === 1 ? 'settles the clash' : `settle all ${clashes} clashes`;
		return `settle ${made.settles} of ${clashes} ${clashes === 1 ? 'clash' : 'clashes'}`;
	});
</script>

{#if clashes > 0}
	<div class="make-fit" role="group" aria-label="Make it fit">
		{#if search.running}
			<p role="status">
				Looking for the fewest changes …
				{#if search.progress}<span class="quiet figures"
						>{search.progress.depth} at once, {search.progress.tried} plans tried, {search.progress.fewest}
						{search.progress.fewest === 1 ? 'clash' : 'clashes'} left at best</span
					>{/if}
			</p>
			<button type="button" class="tool" onclick={() => search.leave()}>Stop</button>
		{:else if made}
			{#if made.changes.length > 0}
				<p><strong>{changesWords} {made.changes.length === 1 ? settled.replace(/^settle /, 'settles ') : settled}:</strong></p>
				<ol>
					{#each made.changes as change, i (i)}
						<li>
							{change.label}{#if change.asks}<em class="quiet"> – {ASKS[change.asks]}</em>{/if}
						</li>
					{/each}
				</ol>
				<p class="quiet">{made.cost}</p>
			{:else}
				<p>No change was found that settles anything here.</p>
			{/if}
			{#if made.left.length > 0}
				<p>Still to settle then:</p>
				<ul>
					{#each made.left as finding (finding.id)}
						<li title={withUnits(finding.why, preferences.units)}><StatusMark status={finding.status} size={12} /> {finding.title}</li>
					{/each}
				</ul>
			{/if}
			<div class="row">
				{#if made.changes.length > 0}
					<button
						type="button"
						class="tool main"
						onclick={() =>
							ontake(
								'make it fit',
								made.changes.flatMap(({ edits }) => edits)
							)}>Take {made.changes.length === 1 ? 'it' : made.changes.length === 2 ? 'both' : 'them'}</button
					>
				{/if}
				<button type="button" class="tool" onclick={() => search.leave()}>Leave it</button>
			</div>
		{:else}
			<button
				type="button"
				class="tool"
				onclick={() => void search.start(plan, preferences.units)}
				title="Looks for the fewest changes after which nothing clashes">Make it fit …</button
			>
			{#if search.failure}<p class="quiet" role="alert">{search.failure}</p>{/if}
		{/if}
	</div>
{/if}

<style>
	.make-fit {
		padding: 7px 12px;
		border-bottom: 1px solid var(--rule);
		font-size: 12.5px;
		max-height: 50%;
		overflow-y: auto;
		flex: none;
	}
	p {
		margin: 0 0 4px;
	}
	ol {
		margin: 0 0 4px;
		padding-left: 18px;
		list-style: decimal;
	}
	ul li {
		display: flex;
		gap: 5px;
		align-items: center;
	}
	.row {
		display: flex;
		gap: 6px;
		margin-top: 6px;
	}
</style>
