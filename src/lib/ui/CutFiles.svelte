<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { guessesOfAll, type PartLine } from '../core/cutting';
	import { useWorkbench } from './context';
	import GuessQuestion from './GuessQuestion.svelte';

	interface Props {
		/** Parts that hang on sizes that are only guessed: asked about before a file is made. */
		guessed: PartLine[];
	}
	let { guessed }: Props = $props();
	const { session } = useWorkbench();

	const files = [
		{ what: 'cut-list.pdf', name: 'Workshop sheets (PDF)' },
		{ what: 'parts.csv', name: 'Parts (CSV)' },
		{ what: 'sheets.svg', name: 'Sheets, full size (SVG)' },
		{ what: 'plan', name: 'Plan file' }
	];
	/** The file that waits for an answer whether to cut by guesses. */
	let asked = $state<string>();
	function ask(what: string) {
		if (guessed.length > 0 && what !== 'plan') asked = what;
		else void download(what);
	}

	let waiting = $state('');
	async function download(what: string) {
		waiting = '';
		asked = undefined;
		if (!(await session.flush())) {
			waiting = 'The server is away, so the file would be an old one. Your work is kept here; try again in a moment.';
			return;
		}
		const link = document.createElement('a');
		link.href = `/plans/${session.id}/export/${what}?units=${preferences.units}`;
		link.download = '';
		link.click();
	}
</script>

<div class="files">
	{#each files as file (file.what)}
		<button type="button" class="tool" class:main={file.what === 'cut-list.pdf'} onclick={() => ask(file.what)}>{file.name}</button>
	{/each}
	{#if waiting}<p class="failure" role="alert">{waiting}</p>{/if}
</div>
{#if asked}
	<GuessQuestion guesses={guessesOfAll(guessed)} parts={guessed.length} onyes={() => download(asked!)} onno={() => (asked = undefined)} />
{/if}

<style>
	.files {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-left: auto;
	}
	.failure {
		flex-basis: 100%;
		color: var(--clash);
		margin: 0;
	}
	@media (max-width: 900px) {
		.files {
			margin-left: 0;
		}
	}
</style>
