<script lang="ts">
	import { Button, Input, Label } from 'flowbite-svelte';
	import { page } from '$app/state';

	let passphrase = $state('');
	let trouble: string | undefined = $state();
	let busy = $state(false);

	/** Only a page of this server, never an address elsewhere. */
	const target = $derived.by(() => {
		const to = page.url.searchParams.get('to') ?? '/';
		return /^\/(?![/\\])/.test(to) ? to : '/';
	});

	async function signIn(event: SubmitEvent) {
		event.preventDefault();
		busy = true;
		trouble = undefined;
		try {
			const response = await fetch('/api/sign-in', {
				method: 'POST',
				headers: { 'content-type': 'application/json', accept: 'application/json' },
				body: JSON.stringify({ passphrase })
			});
			if (response.ok) location.assign(target);
			else trouble = ((await response.json().catch(() => ({}))) as { message?: string }).message ?? 'The server refused this.';
		} catch {
			trouble = 'The server does not answer.';
		}
		busy = false;
	}
</script>

<svelte:head><title>Sign in – Vast Nook</title></svelte:head>

<main>
	<form class="card" onsubmit={signIn}>
		<h1>Vast Nook</h1>
		<p class="quiet">This server is open to other machines, so it asks for its passphrase.</p>
		<Label for="passphrase">Passphrase</Label>
		<Input id="passphrase" type="password" autocomplete="current-password" bind:value={passphrase} required />
		{#if trouble}<p role="alert">{trouble}</p>{/if}
		<Button type="submit" color="primary" disabled={busy}>Sign in</Button>
	</form>
</main>

<style>
	main {
		min-height: 100dvh;
		display: grid;
		place-items: center;
		padding: 20px;
	}
	form {
		display: grid;
		gap: 12px;
		padding: 28px;
		width: min(380px, 100%);
	}
	h1 {
		margin: 0;
		font-size: 26px;
	}
	p {
		margin: 0;
	}
</style>
