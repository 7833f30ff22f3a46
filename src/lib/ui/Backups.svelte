<script lang="ts">
	import { Button, Modal } from 'flowbite-svelte';
	import { invalidateAll } from '$app/navigation';
	import { resolve } from '$app/paths';

	/** Whether one has to sign in here, and so can sign out. */
	let { signedIn }: { signedIn: boolean } = $props();

	let file: File | undefined = $state.raw();
	let busy = $state(false);
	let said: { text: string; bad: boolean } | undefined = $state();

	async function restore(how: 'beside' | 'instead') {
		if (!file) return;
		busy = true;
		try {
			const response = await fetch(`/api/archive?how=${how}`, {
				method: 'POST',
				headers: { accept: 'application/json', 'content-type': 'application/x-ndjson' },
				body: file
			});
			const answer = (await response.json().catch(() => ({}))) as { message?: string; plans?: number; vehicles?: number; backup?: string };
			said = response.ok
				? {
						text: `${answer.plans} plans and ${answer.vehicles} vehicles were put back.${answer.backup ? ` What was there before is in ${answer.backup}.` : ''}`,
						bad: false
					}
				: { text: answer.message ?? 'The server refused this. Nothing was changed.', bad: true };
			if (response.ok) await invalidateAll();
		} catch {
			said = { text: 'The server does not answer. Nothing was changed.', bad: true };
		}
		busy = false;
		file = undefined;
	}
	async function signOut(everywhere: boolean) {
		await fetch(`/api/sign-in${everywhere ? '?everywhere' : ''}`, { method: 'DELETE' });
		location.assign('/sign-in');
	}
</script>

<section aria-labelledby="everything">
	<h2 id="everything">Everything in one file</h2>
	<p class="quiet">
		All plans and vehicles, to keep elsewhere. The server makes a backup of its own each day and before it changes its database, in the
		folder <code>backups</code> beside it.
	</p>
	<div class="row">
		<a class="tool" href={resolve('/api/archive' as '/')} download>Download everything</a>
		<label class="tool">
			Put a file of everything back …
			<input
				type="file"
				accept=".ndjson,application/x-ndjson"
				class="sr-only"
				disabled={busy}
				onchange={(event) => {
					file = event.currentTarget.files?.[0];
					event.currentTarget.value = '';
				}}
			/>
		</label>
		{#if signedIn}
			<button type="button" class="tool" onclick={() => signOut(false)}>Sign out</button>
			<button type="button" class="tool" onclick={() => signOut(true)}>Sign out on all machines</button>
		{/if}
	</div>
	{#if said}<p role={said.bad ? 'alert' : 'status'} class:bad={said.bad}>{said.text}</p>{/if}
</section>

{#if file}
	<Modal open title="Put “{file.name}” back?" onclose={() => (file = undefined)}>
		<p>
			Beside what is there, its plans are added to the list. In its place, everything that is there now gives way; of that a backup is made
			first.
		</p>
		<Button color="primary" disabled={busy} onclick={() => restore('beside')}>Beside what is there</Button>
		<Button color="red" disabled={busy} onclick={() => restore('instead')}>In its place</Button>
		<Button color="alternative" disabled={busy} onclick={() => (file = undefined)}>Leave everything as it is</Button>
	</Modal>
{/if}

<style>
	section {
		margin-top: 36px;
		padding-top: 16px;
		border-top: 1px solid var(--rule);
	}
	h2 {
		font-size: 17px;
		margin: 0 0 6px;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		margin-top: 10px;
	}
	.bad {
		color: var(--clash);
	}
</style>
