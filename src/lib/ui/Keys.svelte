<script lang="ts">
	import { Modal } from 'flowbite-svelte';

	let { onclose }: { onclose: () => void } = $props();

	const LISTS: { where: string; keys: [keys: string, does: string][] }[] = [
		{
			where: 'Everywhere',
			keys: [
				['Ctrl Z', 'takes the last change back'],
				['Ctrl Shift Z', 'makes it again'],
				['?', 'shows this page']
			]
		},
		{
			where: 'In a drawing of Layout',
			keys: [
				['← → ↑ ↓', 'moves the selected piece by 1 mm'],
				['Shift ← → ↑ ↓', 'by 10 mm'],
				['Ctrl ← → ↑ ↓', 'by 100 mm'],
				['← →', 'on the cutting line: 20 mm on; Page up and down 200 mm']
			]
		},
		{ where: 'On the height chart', keys: [['↑ ↓', 'height by 1 mm; Page up and down 10 mm']] },
		{
			where: 'In three dimensions',
			keys: [
				['← → ↑ ↓', 'turns it'],
				['+ −', 'comes closer, goes away'],
				['Home', 'shows it as at first']
			]
		},
		{
			where: 'In a field for a size',
			keys: [
				['Enter', 'takes what was typed; on the measuring walk it goes on to the next size'],
				['Escape', 'leaves what was typed']
			]
		}
	];
</script>

<Modal open title="Keys" aria-label="Keys" size="md" {onclose}>
	{#each LISTS as { where, keys } (where)}
		<section>
			<h3>{where}</h3>
			<dl>
				{#each keys as [key, does], i (i)}
					<dt><kbd class="figures">{key}</kbd></dt>
					<dd>{does}</dd>
				{/each}
			</dl>
		</section>
	{/each}
</Modal>

<style>
	h3 {
		margin: 0 0 4px;
		font-size: 14px;
		font-weight: 650;
		color: var(--ink);
	}
	dl {
		display: grid;
		grid-template-columns: 150px 1fr;
		gap: 3px 14px;
		margin: 0;
		font-size: 13.5px;
		color: var(--ink);
	}
	dd {
		margin: 0;
	}
	kbd {
		padding: 1px 6px;
		border: 1px solid var(--rule);
		border-radius: 4px;
		background: var(--paper);
		font-size: 12px;
		white-space: nowrap;
	}
</style>
