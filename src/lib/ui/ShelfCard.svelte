<script lang="ts">
	import { Button, Modal } from 'flowbite-svelte';
	import { onMount } from 'svelte';
	import { preferences } from '../client/preferences.svelte';
	import type { Vehicle } from '../core/plan';
	import { vehicleDifferences, withVehicle, type Effect } from '../core/shelf';
	import { formatLength, withUnits } from '../core/units';
	import { useWorkbench } from './context';
	import { marginWords } from './words';

	/** The vehicle of the shelf, and the other plans it is used by, as the server tells them. */
	interface Shelved {
		id: string;
		version: number;
		vehicle: Vehicle;
		plans: { id: string; name: string }[];
	}
	interface Affected {
		id: string;
		name: string;
		version: number;
		effect: Effect;
	}

	const { session } = useWorkbench();
	let shelved: Shelved | null | undefined = $state.raw();
	let trouble: string | undefined = $state();
	let affected: Affected[] | undefined = $state.raw();
	let chosen: string[] = $state([]);
	let busy = $state(false);

	async function ask<T>(url: string, init?: { method: string; body: string }): Promise<T | undefined> {
		trouble = undefined;
		busy = true;
		try {
			const response = await fetch(url, { ...init, headers: { 'content-type': 'application/json', accept: 'application/json' } });
			const body = response.status === 204 ? undefined : await response.json();
			if (response.ok) return body as T;
			trouble = (body as { message?: string })?.message ?? 'The server refused this.';
		} catch {
			trouble = 'The server does not answer. Nothing was changed.';
		} finally {
			busy = false;
		}
		return undefined;
	}
	const load = async () => (shelved = (await ask<Shelved | null>(`/api/plans/${session.id}/vehicle`)) ?? null);
	onMount(() => void load());

	const vehicle = $derived(session.plan.vehicle);
	const differences = $derived(shelved ? vehicleDifferences(shelved.vehicle, vehicle) : []);
	const others = $derived(shelved?.plans.filter((plan) => plan.id !== session.id) ?? []);
	const long = (mm: number | undefined) => (mm === undefined ? 'not there' : formatLength(Math.round(mm), preferences.units));

	async function shelve() {
		if (!(await session.flush())) return;
		if (await ask('/api/vehicles', { method: 'POST', body: JSON.stringify({ plan: session.id }) })) await load();
	}
	/** Asks what the change would do to the other plans, before anything is changed. */
	async function look() {
		if (!shelved) return;
		const found = await ask<Affected[]>(`/api/vehicles/${shelved.id}/effects`, {
			method: 'POST',
			body: JSON.stringify({ from: session.id, vehicle })
		});
		if (!found) return;
		affected = found;
		chosen = found.map(({ id }) => id);
	}
	async function apply() {
		if (!shelved || !affected) return;
		const plans = affected.filter(({ id }) => chosen.includes(id)).map(({ id, version }) => ({ id, version }));
		const done = await ask(`/api/vehicles/${shelved.id}`, {
			method: 'PUT',
			body: JSON.stringify({ baseVersion: shelved.version, vehicle, plans })
		});
		affected = undefined;
		if (done) await load();
	}
	function takeOver() {
		if (!shelved) return;
		const { vehicle: taken, modes, crew } = withVehicle(session.plan, shelved.vehicle);
		session.edit('the vehicle from the shelf', [
			{ path: ['vehicle'], value: taken },
			{ path: ['modes'], value: modes },
			{ path: ['crew'], value: crew }
		]);
	}
</script>

{#snippet clash(finding: Effect['comes'][number])}{finding.title}, {marginWords(finding, preferences.units)}{/snippet}

<section class="card shelf" aria-label="Vehicle shelf">
	<strong>On the shelf</strong>
	{#if shelved === undefined}
		<p class="quiet">Looking …</p>
	{:else if shelved === null}
		<p class="quiet">
			Keep this measured vehicle by itself, and start other plans with it. Later changes are shown for all of them before they are made.
		</p>
		<button type="button" class="tool" onclick={shelve} disabled={busy}>Put the vehicle on the shelf</button>
	{:else}
		<p>
			“{shelved.vehicle.name}”, {others.length === 0
				? 'used by this plan only'
				: `used by ${others.map((plan) => plan.name).join(', ')} as well`}.
		</p>
		{#if differences.length === 0}
			<p class="quiet">This plan has it just as it stands on the shelf.</p>
		{:else}
			<p>
				<strong class="figures">{differences.length}</strong>
				{differences.length === 1 ? 'size differs' : 'sizes differ'} here:
				{differences
					.slice(0, 3)
					.map((d) => `${withUnits(d.label, preferences.units)} ${long(d.before)} → ${long(d.after)}`)
					.join('; ')}{differences.length > 3 ? ' …' : ''}
			</p>
			<div class="row">
				<button type="button" class="tool" onclick={look} disabled={busy}>Change it on the shelf …</button>
				<button type="button" class="tool" onclick={takeOver}>Take the shelf’s sizes</button>
			</div>
		{/if}
	{/if}
	{#if trouble}<p role="alert" class="trouble">{trouble}</p>{/if}
</section>

{#if affected}
	<Modal open title="What this does to other plans" onclose={() => (affected = undefined)}>
		{#if affected.length === 0}
			<p>No other plan uses this vehicle. Only the shelf changes.</p>
		{/if}
		{#each affected as { id, name, effect } (id)}
			<div class="plan">
				<label><input type="checkbox" value={id} bind:group={chosen} /> <strong>{name}</strong></label>
				<p>
					{effect.before === effect.after && effect.comes.length === 0
						? `No clash comes or goes (${effect.after}).`
						: `Clashes: ${effect.before} before, ${effect.after} after.`}
				</p>
				{#each effect.comes as finding, i (i)}<p class="comes">New: {@render clash(finding)}</p>{/each}
				{#each effect.goes as finding, i (i)}<p class="goes">Gone: {@render clash(finding)}</p>{/each}
			</div>
		{/each}
		<p class="quiet">
			A plan that is not ticked keeps the sizes it has. What is not sure is not decided here: look at its findings afterwards.
		</p>
		<Button color="primary" onclick={apply} disabled={busy}
			>Change the shelf{chosen.length > 0 ? ` and ${chosen.length} ${chosen.length === 1 ? 'plan' : 'plans'}` : ''}</Button
		>
		<Button color="alternative" onclick={() => (affected = undefined)}>Leave it</Button>
	</Modal>
{/if}

<style>
	.shelf {
		margin-top: 14px;
		padding: 8px 12px;
		font-size: 12.5px;
	}
	p {
		margin: 2px 0 6px;
	}
	.row {
		display: flex;
		gap: 6px;
		flex-wrap: wrap;
	}
	.trouble,
	.comes {
		color: var(--clash);
	}
	.goes {
		color: var(--clear);
	}
	.plan {
		border-left: 3px solid var(--rule);
		padding-left: 10px;
	}
</style>
