<script lang="ts">
	import { saveFile } from '../client/save-file';
	import { onMount } from 'svelte';
	import { resolve } from '$app/paths';
	import { createPlan, draftsOfThisBrowser, dropDraft, isStored, type PlanDraft } from '../client/session.svelte';
	import { writePlanFile } from '../core/plan';

	/** Work that only this browser has, and whether its plan is still in the list. */
	let kept: { draft: PlanDraft; there: boolean | undefined }[] = $state.raw([]);
	let trouble: string | undefined = $state();

	async function look() {
		const drafts = await draftsOfThisBrowser();
		kept = await Promise.all(drafts.map(async (draft) => ({ draft, there: await isStored(draft) })));
	}
	onMount(() => {
		// What a page that was just left is still saving is gone in a moment.
		const timer = setTimeout(() => void look(), 700);
		return () => clearTimeout(timer);
	});

	async function putBack(draft: PlanDraft) {
		trouble = undefined;
		if (!(await createPlan(draft.value))) {
			trouble = 'The server did not take it. It is still kept here; try again in a moment.';
			return;
		}
		await dropDraft(draft);
		location.reload();
	}
	async function letGo(draft: PlanDraft) {
		await dropDraft(draft);
		await look();
	}
	const download = ({ value, name }: PlanDraft) => saveFile(`${name}.nook.json`, writePlanFile(value), 'application/json');
</script>

{#if kept.length > 0}
	<section class="card" aria-labelledby="kept-here">
		<h2 id="kept-here">Kept in this browser, not on the server yet</h2>
		<ul>
			{#each kept as { draft, there } (`${draft.document} ${draft.window}`)}
				<li>
					<span><strong>{draft.name}</strong>, {new Date(draft.at).toLocaleString()}</span>
					{#if there === false}
						<span class="quiet">Its plan was deleted.</span>
						<button type="button" class="tool" onclick={() => putBack(draft)}>Put it back into the list</button>
					{:else}
						<a class="tool" href={resolve(`/plans/${draft.document}/layout` as '/')}>Open it and go on</a>
					{/if}
					<button type="button" class="tool" onclick={() => download(draft)}>Download the plan file</button>
					{#if there === false}<button type="button" class="tool" onclick={() => letGo(draft)}>Let it go</button>{/if}
				</li>
			{/each}
		</ul>
		{#if trouble}<p role="alert">{trouble}</p>{/if}
	</section>
{/if}

<style>
	section {
		margin-top: 20px;
		padding: 14px 16px;
		border-color: var(--accent);
	}
	h2 {
		font-size: 16px;
		margin: 0 0 8px;
	}
	ul {
		display: grid;
		gap: 8px;
	}
	li {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		gap: 10px;
	}
</style>
