<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { ReadAgain } from '../core/build';
	import { measurementList } from '../core/interior';
	import { formatLength, withUnits } from '../core/units';
	import { useWorkbench } from './context';
	import LengthField from './LengthField.svelte';

	const workbench = useWorkbench();
	const { session } = workbench;
	const plan = $derived(session.plan);
	const entries = $derived(measurementList(plan.vehicle));
	let key: string | undefined = $state();
	const entry = $derived(entries.find(({ path }) => path.join('.') === key));
	const shown = $derived(entry ? entry.measurement.mm * entry.factor : 0);
	let reading: number | undefined = $state();
	let change: ReadAgain | undefined = $state.raw();
	$effect(() => {
		change = undefined;
		if (!entry || reading === undefined || Math.abs(reading - shown) < 0.05) return;
		let current = true;
		void workbench.derived?.readAgain(plan, entry, reading).then((found) => {
			if (current) change = found;
		});
		return () => (current = false);
	});
	const mm = (value: number) => formatLength(Math.round(value * 10) / 10, preferences.units);
	const size = (of: { length: number; width: number } | null) => (of ? `${mm(of.length)} × ${mm(of.width)}` : 'none');
	const cut = $derived(change?.parts.filter((part) => part.cut) ?? []);
	const open = $derived(change?.parts.filter((part) => !part.cut) ?? []);

	function take() {
		if (change && entry) session.edit(`measured again: ${withUnits(entry.label, preferences.units)}`, change.edits);
		[key, reading] = [undefined, undefined];
	}
</script>

<section class="again" aria-label="Measured again">
	<h3>It stands otherwise than planned?</h3>
	<div class="row">
		<label>
			<span class="quiet">Size of the vehicle</span>
			<select class="field" value={key ?? ''} onchange={(event) => ([key, reading] = [event.currentTarget.value || undefined, undefined])}>
				<option value="">choose what you measured again</option>
				{#each entries as one (one.path.join('.'))}<option value={one.path.join('.')}>{withUnits(one.label, preferences.units)}</option
					>{/each}
			</select>
		</label>
		{#if entry}
			<LengthField label="The tape says now" value={reading ?? shown} range={[-2000, 20000]} onchange={(value) => (reading = value)} />
		{/if}
	</div>
	{#if change}
		{#if change.parts.length === 0}
			<p>No part changes by it.</p>
		{:else}
			<ul>
				{#each cut as part (part.key)}
					<li>
						<strong>Cut already:</strong>
						{part.name}, {size(part.from)}, would be {size(part.to)}. It stays as it is until you say so.
					</li>
				{/each}
				{#each open as part (part.key)}<li>{part.name}: {size(part.from)} becomes {size(part.to)}.</li>{/each}
			</ul>
		{/if}
		{#if change.clashes.length > 0}
			<p class="bad">Clashes then: {change.clashes.join('; ')}. Layout offers the fewest changes after which it fits.</p>
		{:else}<p>Nothing clashes by it that did not before.</p>{/if}
		<button type="button" class="tool main" onclick={take}>Take the new size</button>
	{/if}
</section>

<style>
	.again {
		border-top: 1px solid var(--rule);
		margin-top: 12px;
		padding-top: 8px;
	}
	h3 {
		font-size: 14px;
		margin: 0 0 4px;
	}
	.row {
		display: flex;
		flex-wrap: wrap;
		gap: 10px;
		align-items: end;
	}
	label {
		flex: 1;
		min-width: 220px;
	}
	.row :global(.length) {
		width: 140px;
	}
	ul {
		margin: 6px 0;
		padding-left: 18px;
		list-style: disc;
	}
	.bad {
		color: var(--clash);
	}
</style>
