<script lang="ts">
	import { Button, Modal } from 'flowbite-svelte';
	import { goto, invalidateAll } from '$app/navigation';
	import { resolve } from '$app/paths';
	import { navigating } from '$app/state';
	import { BODY_STYLES, LARGEST_FILE, type BodyStyle } from '$lib/core/plan';
	import type { PlanSummary } from '$lib/core/summary';
	import Backups from '$lib/ui/Backups.svelte';
	import Drawing from '$lib/ui/Drawing.svelte';
	import KeptHere from '$lib/ui/KeptHere.svelte';
	import Preferences from '$lib/ui/Preferences.svelte';
	import StatusMark from '$lib/ui/StatusMark.svelte';
	import { STATUS_WORDS } from '$lib/ui/words';

	let { data } = $props();

	let name = $state('');
	/** A body style, or the id of a vehicle on the shelf. */
	let start: string = $state('small van');
	let practiceStyle: BodyStyle = $state('small hatchback');
	let practiceNumber = $state(1);
	let busy = $state(false);
	let refusal: { message: string; faults: string[] } | undefined = $state();
	let leaving: { id: string; name: string } | undefined = $state();

	let leavingShelf: { id: string; name: string } | undefined = $state();
	async function unshelve() {
		if (leavingShelf) await fetch(`/api/vehicles/${leavingShelf.id}`, { method: 'DELETE' });
		leavingShelf = undefined;
		await invalidateAll();
	}

	// Rows that were just saved get their drawing in a moment; not while somebody is on their way to a plan, which that would call off.
	let looked = 0;
	$effect(() => {
		if (!data.plans.pending || busy || navigating.to || looked++ > 60) return;
		const timer = setTimeout(() => void invalidateAll(), 1500);
		return () => clearTimeout(timer);
	});
	const findings = (summary: PlanSummary) =>
		(['clash', 'unmeasured', 'tight'] as const)
			.flatMap((status) => (summary.findings[status] ? [`${summary.findings[status]} ${STATUS_WORDS[status].toLowerCase()}`] : []))
			.join(', ');

	async function send(body: object) {
		busy = true;
		refusal = undefined;
		try {
			const response = await fetch('/api/plans', {
				method: 'POST',
				headers: { 'content-type': 'application/json', accept: 'application/json' },
				body: JSON.stringify(body)
			});
			const answer = await response.json().catch(() => ({}));
			if (response.ok && answer.vehicle) await invalidateAll();
			else if (response.ok) await goto(resolve(`/plans/${answer.id}/${'file' in body ? 'layout' : 'interior'}` as '/'));
			else refusal = { message: answer.message ?? 'The server refused this.', faults: answer.faults ?? [] };
		} catch {
			refusal = { message: 'The server does not answer. Start it again with npm start and try once more.', faults: [] };
		} finally {
			busy = false;
		}
	}

	async function importFile(event: Event & { currentTarget: HTMLInputElement }) {
		const [file] = event.currentTarget.files ?? [];
		event.currentTarget.value = '';
		if (!file) return;
		if (file.size > 4 * LARGEST_FILE) refusal = { message: `${file.name} is too large to be a plan. Nothing was changed.`, faults: [] };
		else await send({ file: await file.text() });
	}

	async function remove() {
		if (leaving) await fetch(`/api/plans/${leaving.id}`, { method: 'DELETE' });
		leaving = undefined;
		await invalidateAll();
	}
</script>

<svelte:head><title>Vast Nook</title></svelte:head>

<main>
	<header>
		<div>
			<h1>Vast Nook</h1>
			<p class="quiet">Measure the vehicle, place the bed, see what fits, cut it once.</p>
		</div>
		<Preferences />
	</header>

	{#if refusal}
		<div class="card refusal" role="alert">
			<strong>{refusal.message}</strong>
			{#if refusal.faults.length > 0}
				<ul>
					{#each refusal.faults as fault, i (i)}<li class="figures">{fault}</li>{/each}
				</ul>
			{/if}
		</div>
	{/if}

	<section class="start">
		<form
			class="card"
			onsubmit={(event) => {
				event.preventDefault();
				void send((BODY_STYLES as readonly string[]).includes(start) ? { name, bodyStyle: start } : { name, vehicle: start });
			}}
		>
			<h2>Start a plan</h2>
			<label>
				Name of the vehicle or plan
				<input class="field" bind:value={name} required maxlength="120" placeholder="Our survey van" />
			</label>
			<label>
				Body style
				<select class="field" bind:value={start}>
					{#each BODY_STYLES as style (style)}<option>{style}</option>{/each}
					{#if data.vehicles.length > 0}
						<optgroup label="From the shelf, as measured">
							{#each data.vehicles as { id, name } (id)}<option value={id}>{name}</option>{/each}
						</optgroup>
					{/if}
				</select>
			</label>
			<p class="quiet">You start with guessed sizes, marked as guesses until you measure.</p>
			<Button type="submit" color="primary" disabled={busy}>Start measuring</Button>
		</form>
		<form
			class="card"
			onsubmit={(event) => {
				event.preventDefault();
				void send({ name: `Practice: ${practiceStyle} ${practiceNumber}`, bodyStyle: practiceStyle, practice: practiceNumber });
			}}
		>
			<h2>Practise measuring</h2>
			<p class="quiet">An invented vehicle and a tape that slips now and then. At the end you see how close you came.</p>
			<label>
				Practice vehicle
				<select class="field" bind:value={practiceStyle}>
					{#each BODY_STYLES as style (style)}<option>{style}</option>{/each}
				</select>
			</label>
			<label>
				Vehicle number
				<input class="field figures" type="number" min="1" max="9999" step="1" required bind:value={practiceNumber} />
			</label>
			<Button type="submit" color="alternative" disabled={busy}>Practise</Button>
		</form>
		<div class="card import">
			<h2>Open a plan file</h2>
			<p class="quiet">A <code>.nook.json</code> file from someone else, or one you kept. A vehicle’s file goes onto the shelf.</p>
			<label class="tool">
				Choose a file …
				<input type="file" accept=".json,application/json" class="sr-only" onchange={importFile} disabled={busy} />
			</label>
		</div>
	</section>

	<KeptHere />

	<div class="list-head">
		<h2 class="list-title">Your plans</h2>
		{#if data.plans.pages > 1 || data.words !== ''}
			<form method="GET" role="search">
				<input
					class="field"
					type="search"
					name="q"
					value={data.words}
					aria-label="Look for a plan by its name"
					placeholder="Name of a plan"
				/>
				<button type="submit" class="tool">Look</button>
			</form>
		{/if}
	</div>
	{#if data.plans.entries.length === 0}
		<p class="quiet">
			{#if data.words !== ''}No plan has “{data.words}” in its name.{:else}None yet. Start one above, or run <code>npm run demo</code> for some
				worked examples.{/if}
		</p>
	{/if}
	<ul class="plans">
		{#each data.plans.entries as { id, name, summary, unreadable } (id)}
			<li class="card">
				{#if unreadable}
					<div class="unreadable">
						<strong>{name}</strong>
						<span class="worst"><StatusMark status="clash" size={14} /> cannot be read</span>
						<span class="quiet">{unreadable} It is left as it is.</span>
						<a class="tool" href={resolve(`/plans/${id}/export/stored` as '/')} download>Download what is stored</a>
					</div>
				{:else}
					<a href={resolve(`/plans/${id}/layout` as '/')}>
						<span class="picture"
							>{#if summary?.view}<Drawing view={summary.view} title={name} small />{/if}</span
						>
						<strong>{name}</strong>
						{#if summary}
							<span class="quiet">{summary.bodyStyle}, {summary.pieces.join(', ') || 'nothing built in yet'}</span>
							{#if summary.worst}<span class="worst"
									><StatusMark status={summary.worst.status} size={14} />
									{summary.worst.status === 'clear' ? 'all clear' : `${summary.worst.title} (${findings(summary)})`}</span
								>{/if}
						{:else}
							<span class="quiet">being drawn …</span>
						{/if}
					</a>
				{/if}
				<button type="button" class="tool delete" onclick={() => (leaving = { id, name })}>Delete …</button>
			</li>
		{/each}
	</ul>
	{#if data.plans.pages > 1}
		<nav class="pages" aria-label="Pages of the list">
			{#each Array.from({ length: data.plans.pages }, (_, i) => i + 1) as page (page)}
				{#if page === data.plans.page}<span aria-current="page">{page}</span>
				{:else}<a href={resolve(`/?${new URLSearchParams({ ...(data.words ? { q: data.words } : {}), page: String(page) })}` as '/')}
						>{page}</a
					>{/if}
			{/each}
			<span class="quiet">{data.plans.count} plans</span>
		</nav>
	{/if}
	{#if data.vehicles.length > 0}
		<h2 class="list-title">Vehicles on the shelf</h2>
		<ul class="plans">
			{#each data.vehicles as { id, name, summary, unreadable, plans } (id)}
				<li class="card">
					<div class="vehicle">
						{#if unreadable}
							<strong>{name}</strong>
							<span class="worst"><StatusMark status="clash" size={14} /> cannot be read</span>
							<span class="quiet">{unreadable} It is left as it is.</span>
						{:else}
							<span class="picture"
								>{#if summary}<Drawing view={summary.view} title={name} small />{/if}</span
							>
							<strong>{name}</strong>
						{/if}
						<span class="quiet"
							>{summary ? `${summary.bodyStyle}, ` : ''}{plans.length === 0
								? 'in no plan'
								: `in ${plans.map((plan) => plan.name).join(', ')}`}</span
						>
						<a class="tool" href={resolve(`/vehicles/${id}/export` as '/')} download>Download its file</a>
					</div>
					<button type="button" class="tool delete" onclick={() => (leavingShelf = { id, name })}>Take off the shelf …</button>
				</li>
			{/each}
		</ul>
	{/if}
	<Backups signedIn={data.signedIn} />
</main>

{#if leavingShelf}
	<Modal open title="Take it off the shelf?" onclose={() => (leavingShelf = undefined)}>
		<p>Plans that use “{leavingShelf.name}” keep their own copy of it; they just do not hear of each other any more.</p>
		<Button color="red" onclick={unshelve}>Take it off</Button>
		<Button color="alternative" onclick={() => (leavingShelf = undefined)}>Leave it there</Button>
	</Modal>
{/if}

{#if leaving}
	<Modal open title="Delete this plan?" onclose={() => (leaving = undefined)}>
		<p>“{leaving.name}” goes for good. Download its plan file first if you may want it back.</p>
		<Button color="red" onclick={remove}>Delete the plan</Button>
		<Button color="alternative" onclick={() => (leaving = undefined)}>Keep it</Button>
	</Modal>
{/if}

<style>
	main {
		max-width: 1100px;
		margin: 0 auto;
		padding: 24px 20px 60px;
	}
	header {
		display: flex;
		justify-content: space-between;
		align-items: start;
		gap: 16px;
		margin-bottom: 20px;
	}
	h1 {
		font-size: 30px;
		letter-spacing: -0.01em;
		margin: 0;
	}
	h2 {
		font-size: 17px;
		margin: 0 0 10px;
	}
	.start {
		display: grid;
		grid-template-columns: 1.4fr 1.2fr 1fr;
		gap: 16px;
	}
	.start > * {
		padding: 16px;
		display: flex;
		flex-direction: column;
		gap: 10px;
		align-items: flex-start;
	}
	.start label:not(.tool) {
		display: block;
		width: 100%;
		max-width: 420px;
	}
	.list-title {
		margin: 28px 0 10px;
	}
	.plans {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(290px, 1fr));
		gap: 16px;
	}
	.plans li > a {
		display: flex;
		flex-direction: column;
		gap: 3px;
		padding: 14px 14px 6px;
		color: inherit;
	}
	.list-head {
		display: flex;
		align-items: end;
		justify-content: space-between;
		gap: 12px;
		flex-wrap: wrap;
	}
	.list-head form {
		display: flex;
		gap: 6px;
		margin-bottom: 10px;
	}
	.unreadable,
	.vehicle {
		display: flex;
		flex-direction: column;
		align-items: flex-start;
		gap: 5px;
		padding: 14px 14px 6px;
		overflow-wrap: anywhere;
	}
	.vehicle .picture {
		width: 100%;
	}
	.pages {
		display: flex;
		flex-wrap: wrap;
		gap: 12px;
		margin-top: 16px;
	}
	.pages a {
		color: var(--accent);
		text-decoration: underline;
	}
	.picture {
		height: 150px;
		margin-bottom: 6px;
	}
	.worst {
		display: flex;
		gap: 6px;
		align-items: center;
		font-size: 13px;
	}
	.delete {
		margin: 4px 14px 12px;
		min-height: 28px;
	}
	.refusal {
		border-color: var(--clash);
		padding: 12px 16px;
		margin-bottom: 16px;
	}
	.refusal li {
		font-size: 12.5px;
		color: var(--clash);
	}
	@media (max-width: 700px) {
		.start {
			grid-template-columns: 1fr;
		}
	}
</style>
