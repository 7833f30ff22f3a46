<script lang="ts">
	import { onDestroy } from 'svelte';
	import { goto } from '$app/navigation';
	import { resolve } from '$app/paths';
	import { LayoutSearch } from '$lib/client/layout-search.svelte';
	import { preferences } from '$lib/client/preferences.svelte';
	import { startingBrief, takeLayout, type Found, type Miss } from '$lib/core/search';
	import { freeName, keepVariant, modeFor, type Brief } from '$lib/core/plan';
	import { withUnits } from '$lib/core/units';
	import BriefForm from '$lib/ui/BriefForm.svelte';
	import { useWorkbench } from '$lib/ui/context';
	import FoundCard from '$lib/ui/FoundCard.svelte';

	const workbench = useWorkbench();
	const { session, gaze } = workbench;
	const plan = $derived(session.plan);
	const brief = $derived(plan.brief ?? startingBrief(plan));
	const search = new LayoutSearch();
	onDestroy(() => search.cancel());

	const edit = (next: Brief) => session.edit('what a layout is looked for with', [{ path: ['brief'], value: next }]);

	const look = () => void search.start(plan, brief);

	function follow({ advice }: Miss) {
		if (!advice) return;
		session.edit(withUnits(advice.label, preferences.units).toLowerCase(), advice.edits);
		look();
	}

	function take(found: Found) {
		session.edit(`take over: ${found.title.toLowerCase()}`, takeLayout(plan, found.plan));
		gaze.modeId = modeFor(found.plan, 'night')!.id;
		gaze.selected = Object.keys(found.plan.pieces)[0];
		void goto(resolve(`/plans/${session.id}/layout` as '/'));
	}
	/** Layouts of this search that are kept beside the present one, as they were found. */
	let kept: Found[] = $state.raw([]);
	function keep(found: Found) {
		if (session.edit(`keep to compare: ${found.title.toLowerCase()}`, keepVariant(plan, found.plan, freeName(plan, found.title))))
			kept = [...kept, found];
	}
	const sofar = $derived(search.sofar);
	const noun = (n: number) => (n === 1 ? 'layout' : 'layouts');
</script>

<div class="stage">
	<aside>
		<h2>Find a layout</h2>
		<p class="quiet">
			Every way to make a bed is tried in this vehicle, at every height, for whoever sleeps in it and with everything that comes along. What
			you have now stays until you take one over, and can be undone.
		</p>
		<BriefForm {plan} {brief} onchange={edit} />
		<div class="start">
			{#if search.running}
				<button type="button" class="tool" onclick={() => search.cancel()}>Stop looking</button>
			{:else}
				<button type="button" class="tool main" disabled={brief.sleepers.length === 0} onclick={look}>Look for layouts</button>
			{/if}
		</div>
	</aside>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<section tabindex="0" aria-label="Layouts">
		<div class="state">
			<p role="status">
				{#if search.failure}
					{search.failure}
				{:else if search.running}
					{sofar ? `${sofar.found.length} ${noun(sofar.found.length)} so far` : 'Looking …'}
				{:else if sofar}
					{sofar.found.length === 0 ? 'Nothing works as asked' : `${sofar.found.length} ${noun(sofar.found.length)}`} of
					{sofar.looked} beds looked at, {sofar.tried} of them worked out by every rule.
				{/if}
			</p>
			{#if search.running}<progress value={sofar?.share ?? 0} max="1" aria-label="How far the search is"></progress>{/if}
		</div>
		{#if sofar}
			{#each sofar.found as found, i (i)}
				<FoundCard {found} drawings={sofar.drawings[i]} ontake={() => take(found)} onkeep={() => keep(found)} kept={kept.includes(found)} />
			{/each}
			{#if sofar.misses.length > 0}
				<h3>What does not work, and what would make it work</h3>
				<ul>
					{#each sofar.misses as miss, i (i)}
						<li>
							<span
								><strong>{miss.title}.</strong>
								{withUnits(miss.reason, preferences.units)}.
								{#if !miss.advice}No single change makes it work.{/if}</span
							>
							{#if miss.advice}
								<button type="button" class="tool" disabled={search.running} onclick={() => follow(miss)}
									>{withUnits(miss.advice.label, preferences.units)}</button
								>
							{/if}
						</li>
					{/each}
				</ul>
			{/if}
		{:else if !search.running}
			<p class="quiet empty">
				Say who sleeps in it and what matters. The list then shows a handful of different layouts that work, what each costs and gives up,
				and for every other way what is missing.
			</p>
		{/if}
	</section>
</div>

<style>
	.stage {
		display: grid;
		grid-template-columns: 320px minmax(0, 1fr);
		gap: 18px;
		height: 100%;
		min-height: 0;
		padding: 14px 18px;
		max-width: 1280px;
		margin: 0 auto;
	}
	aside,
	section {
		overflow-y: auto;
		min-height: 0;
		padding: 2px 8px 20px 2px;
	}
	section {
		display: grid;
		gap: 10px;
		align-content: start;
	}
	h2 {
		font-size: 18px;
		margin: 0 0 2px;
	}
	h3 {
		font-size: 15px;
		margin: 10px 0 0;
	}
	.start {
		position: sticky;
		bottom: -20px;
		padding: 10px 0;
		background: var(--paper);
	}
	.start button {
		width: 100%;
	}
	.state {
		display: flex;
		gap: 14px;
		align-items: center;
		min-height: 24px;
	}
	.state p {
		margin: 0;
	}
	progress {
		flex: 1;
		accent-color: var(--accent);
	}
	ul {
		display: grid;
		gap: 6px;
		margin: 0;
		padding: 0;
		list-style: none;
	}
	li {
		display: flex;
		gap: 12px;
		align-items: baseline;
		justify-content: space-between;
		font-size: 13px;
		border-bottom: 1px solid var(--rule);
		padding-bottom: 6px;
	}
	li button {
		flex-shrink: 0;
		max-width: 45%;
	}
	.empty {
		max-width: 60ch;
	}
	@media (max-width: 900px) {
		.stage {
			display: flex;
			flex-direction: column;
			height: auto;
		}
		aside,
		section {
			overflow: visible;
		}
		.start {
			bottom: 0;
		}
	}
</style>
