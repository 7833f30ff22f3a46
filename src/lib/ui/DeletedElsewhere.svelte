<script lang="ts">
	import { Button, Modal } from 'flowbite-svelte';
	import { goto } from '$app/navigation';
	import { resolve } from '$app/paths';
	import { createPlan, type PlanSession } from '../client/session.svelte';

	let { session }: { session: PlanSession } = $props();
	let busy = $state(false);
	let trouble: string | undefined = $state();

	async function putBack() {
		busy = true;
		const id = await createPlan(session.plan);
		busy = false;
		if (!id) {
			trouble = 'The server did not take it. It is still kept here; try again in a moment.';
			return;
		}
		await session.saving.letGo();
		await goto(resolve(`/plans/${id}/layout` as '/'));
	}
	async function letGo() {
		await session.saving.letGo();
		await goto(resolve('/'));
	}
</script>

<Modal open title="This plan was deleted in another window" dismissable={false}>
	<p>What you see here is kept in this browser until you decide.</p>
	<Button color="primary" disabled={busy} onclick={putBack}>Put it back into the list</Button>
	<Button color="alternative" disabled={busy} onclick={letGo}>Let it go</Button>
	{#if trouble}<p role="alert">{trouble}</p>{/if}
</Modal>
