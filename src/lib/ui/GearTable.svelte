<script lang="ts">
	import { saveFile } from '../client/save-file';
	import { preferences } from '../client/preferences.svelte';
	import type { Edit, Plan } from '../core/plan';
	import { gearCsv, readGearTable } from '../core/stowage';

	interface Props {
		plan: Plan;
		/** False where the edits cannot be made. */
		onedit: (label: string, edits: Edit[]) => boolean;
	}
	let { plan, onedit }: Props = $props();

	let text = $state('');
	/** What came of the last table, in words. */
	let taken: string | undefined = $state();
	const read = $derived(text.trim() === '' ? undefined : readGearTable(text, plan, preferences.units));

	async function open(event: Event & { currentTarget: HTMLInputElement }) {
		const [file] = event.currentTarget.files ?? [];
		if (file) text = await file.text();
		event.currentTarget.value = '';
	}
	function take() {
		if (!read || read.edits.length === 0) return;
		if (!onedit('a table of gear', read.edits)) return;
		taken = `${read.added} new, ${read.changed} changed${read.faults.length > 0 ? `; ${read.faults.length} not understood` : ''}.`;
		text = '';
	}
</script>

<details class="table">
	<summary>Gear as a table</summary>
	<p class="quiet">
		A spreadsheet’s rows can be pasted here: the first names the columns: name, length, width, height, and what else you know: count,
		weight, used, bears, traits, shape, into, apart, owner.
	</p>
	<label>
		<span class="sr-only">A table of gear</span>
		<textarea class="field" rows="4" bind:value={text} placeholder="name, length, width, height, weight"></textarea>
	</label>
	{#if read}
		<p role="status">
			{read.added} new, {read.changed} changed.
		</p>
		{#if read.faults.length > 0}
			<ul class="faults">
				{#each read.faults as fault, i (i)}<li>{fault}</li>{/each}
			</ul>
		{/if}
	{:else if taken}
		<p role="status">{taken}</p>
	{/if}
	<div class="buttons">
		<button type="button" class="tool main" disabled={!read || read.edits.length === 0} onclick={take}>Take them</button>
		<label class="tool">From a file <input class="sr-only" type="file" accept=".csv,.tsv,.txt,text/csv" onchange={open} /></label>
		<button type="button" class="tool" onclick={() => saveFile('gear.csv', gearCsv(plan), 'text/csv')}>Save as CSV</button>
	</div>
</details>

<style>
	.table {
		margin-top: 10px;
		font-size: 13px;
	}
	summary {
		cursor: pointer;
		font-weight: 600;
	}
	p,
	ul {
		margin: 5px 0;
		font-size: 12.5px;
	}
	textarea {
		width: 100%;
		font-family: var(--font-figures);
		font-size: 12px;
	}
	.faults {
		color: var(--tight);
	}
	.buttons {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}
	.buttons .tool:focus-within {
		outline: 2px solid var(--accent);
	}
</style>
