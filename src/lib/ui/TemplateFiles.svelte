<script lang="ts">
	import { page } from '$app/state';
	import type { Paper } from '../core/templates';
	import type { Guess } from '../core/cutting';
	import { useWorkbench } from './context';
	import GuessQuestion from './GuessQuestion.svelte';

	/** Which template of the plan: `part/3`, or the id of a scribed wall; and the guessed sizes that it is drawn by. */
	let { of, guesses = [] }: { of: string; guesses?: readonly Guess[] } = $props();
	const { session } = useWorkbench();

	let mirrored = $state(false);
	let paper: Paper = $state('A4');
	/** Templates are made from what the server has: save first. */
	type Format = 'pdf' | 'svg' | 'dxf';
	/** The file that waits for an answer whether to draw it by guesses. */
	let asked = $state<Format>();
	function ask(format: Format) {
		if (guesses.length > 0) asked = format;
		else void download(format);
	}
	async function download(format: Format) {
		asked = undefined;
		if (!(await session.flush())) return;
		const query = new URLSearchParams({ format, paper, ...(mirrored ? { mirrored: '' } : {}) });
		const link = document.createElement('a');
		link.href = `/plans/${page.params.id}/template/${of}?${query}`;
		link.download = '';
		link.click();
	}
</script>

<div class="row">
	<button type="button" class="tool" onclick={() => ask('pdf')}>Sheets to print (PDF)</button>
	<button type="button" class="tool" onclick={() => ask('svg')}>SVG</button>
	<button type="button" class="tool" onclick={() => ask('dxf')}>DXF</button>
</div>
<div class="row">
	<label class="check"><input type="checkbox" bind:checked={mirrored} /> mirrored, for the other side</label>
	<label class="check">Paper <select class="field paper" bind:value={paper}><option>A4</option><option>Letter</option></select></label>
</div>

{#if asked}
	<GuessQuestion {guesses} parts={1} onyes={() => download(asked!)} onno={() => (asked = undefined)} />
{/if}

<style>
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 6px 12px;
		align-items: center;
		margin: 4px 0;
	}
	.check {
		display: flex;
		gap: 5px;
		align-items: center;
		font-size: 12.5px;
	}
	.paper {
		width: 92px;
	}
</style>
