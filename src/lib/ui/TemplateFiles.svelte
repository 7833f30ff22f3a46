<script lang="ts">
	import { page } from '$app/state';
	import type { Paper } from '../core/templates';
	import { useWorkbench } from './context';

	/** Which template of the plan: `part/3`, or the id of a scribed wall. */
	let { of }: { of: string } = $props();
	const { session } = useWorkbench();

	let mirrored = $state(false);
	let paper: Paper = $state('A4');
	/** Templates are made from what the server has: save first. */
	async function download(format: 'pdf' | 'svg' | 'dxf') {
		if (!(await session.flush())) return;
		const query = new URLSearchParams({ format, paper, ...(mirrored ? { mirrored: '' } : {}) });
		const link = document.createElement('a');
		link.href = `/plans/${page.params.id}/template/${of}?${query}`;
		link.download = '';
		link.click();
	}
</script>

<div class="row">
	<button type="button" class="tool" onclick={() => download('pdf')}>Sheets to print (PDF)</button>
	<button type="button" class="tool" onclick={() => download('svg')}>SVG</button>
	<button type="button" class="tool" onclick={() => download('dxf')}>DXF</button>
</div>
<div class="row">
	<label class="check"><input type="checkbox" bind:checked={mirrored} /> mirrored, for the other side</label>
	<label class="check">Paper <select class="field paper" bind:value={paper}><option>A4</option><option>Letter</option></select></label>
</div>

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
