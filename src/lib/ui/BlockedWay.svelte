<script lang="ts">
	import { Answer } from '../client/answer.svelte';
	import { preferences } from '../client/preferences.svelte';
	import type { Conversion, Unblocking } from '../core/moves';
	import { formatLength } from '../core/units';
	import { useWorkbench } from './context';

	interface Props {
		found: Conversion & { ok: false };
		from: string;
		to: string;
	}
	let { found, from, to }: Props = $props();
	const workbench = useWorkbench();
	const { session } = workbench;

	const answer = new Answer<Unblocking[]>();
	/** Undefined while they are being looked for; a search that failed has found none. */
	const ways = $derived(answer.failure === undefined ? answer.value : []);
	$effect(() => {
		// Asked again for every new result, not only for another plan or other modes.
		void found;
		answer.clear();
		if (workbench.derived) void answer.wait(workbench.derived.unblock(session.plan, from, to, preferences.units));
	});
	const long = (mm: number) => formatLength(Math.round(mm), preferences.units);
</script>

<div class="card blocked" role="alert">
	<strong>No way was found{found.proven ? '' : ', though not everything was tried'}.</strong>
	<ul>
		{#each found.blocks.slice(0, 5) as block, i (i)}
			<li>{block.action}: {block.who} hits {block.whom} by <span class="figures">{long(block.by)}</span>.</li>
		{/each}
		{#each found.noMoves as id (id)}
			<li>{session.plan.pieces[id]?.name} has no moves that lead there: its recipe does not know this change.</li>
		{/each}
	</ul>
</div>
<div class="ways" role="status">
	{#if ways === undefined}
		<p class="quiet">Looking for the smallest change that opens the way …</p>
	{:else if ways.length === 0}
		<p class="quiet">
			No change of one number opens the way. Set a seat further away in one of the two modes, or change the piece in Layout.
		</p>
	{:else}
		<p class="quiet">The smallest changes that open the way:</p>
		{#each ways as way, i (i)}
			<button type="button" class="tool" onclick={() => session.edit(way.label.toLowerCase(), way.edits)}>{way.label}</button>
		{/each}
	{/if}
</div>

<style>
	.blocked {
		padding: 10px 12px;
		border-left: 3px solid var(--clash);
		font-size: 13px;
		overflow-y: auto;
	}
	.blocked ul {
		list-style: disc;
		padding-left: 18px;
	}
	.ways {
		display: flex;
		flex-direction: column;
		gap: 6px;
		align-items: start;
		font-size: 13px;
	}
	.ways p {
		margin: 0;
	}
</style>
