<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { BarStock } from '../core/plan';
	import { formatLength } from '../core/units';
	import { useWorkbench } from './context';
	import LengthField from './LengthField.svelte';
	import NumberField from './NumberField.svelte';

	/** Other lengths of one bar that are on sale, and what one has of it. */
	let { id, stock }: { id: string; stock: BarStock } = $props();
	const { session } = useWorkbench();
	const sold = $derived(stock.alsoSold ?? []);
	const offcuts = $derived(stock.offcuts ?? []);
	const mm = (value: number) => formatLength(value, preferences.units);
	const LENGTHS: [number, number] = [100, 8000];

	const put = (key: 'alsoSold' | 'offcuts', list: readonly object[], label: string) =>
		session.edit(label, [{ path: ['stock', 'bars', id, key], value: list.length > 0 ? list : undefined }]);
	const changed = <T extends object>(list: readonly T[], i: number, what: Partial<T>) =>
		list.map((one, k) => (k === i ? { ...one, ...what } : one));
</script>

<details>
	<summary
		>Lengths on sale and offcuts{#if sold.length + offcuts.length > 0}: {[
				...sold.map(({ length }) => mm(length)),
				...offcuts.map(({ length, count }) => `${count} × ${mm(length)} yours`)
			].join(', ')}{/if}</summary
	>
	<ul>
		{#each sold as one, i (i)}
			<li>
				<span>also sold</span>
				<LengthField
					label="Length on sale {i + 2}"
					hideLabel
					value={one.length}
					range={LENGTHS}
					onchange={(length) => put('alsoSold', changed(sold, i, { length }), `${stock.name}: length on sale`)}
				/>
				<NumberField
					label="Price of length {i + 2}"
					hideLabel
					value={one.price}
					range={[0, 100000]}
					onchange={(price) => put('alsoSold', changed(sold, i, { price }), `${stock.name}: price`)}
				/>
				<button
					type="button"
					class="tool"
					aria-label="Take out: {mm(one.length)} on sale"
					onclick={() =>
						put(
							'alsoSold',
							sold.filter((_, k) => k !== i),
							`${stock.name}: length on sale`
						)}>×</button
				>
			</li>
		{/each}
		{#each offcuts as one, i (i)}
			<li>
				<span>yours</span>
				<LengthField
					label="Length of offcut {i + 1}"
					hideLabel
					value={one.length}
					range={LENGTHS}
					onchange={(length) => put('offcuts', changed(offcuts, i, { length }), `${stock.name}: offcut`)}
				/>
				<NumberField
					label="How many of offcut {i + 1}"
					hideLabel
					whole
					value={one.count}
					range={[1, 100]}
					onchange={(count) => put('offcuts', changed(offcuts, i, { count }), `${stock.name}: offcut`)}
				/>
				<button
					type="button"
					class="tool"
					aria-label="Take out: offcut of {mm(one.length)}"
					onclick={() =>
						put(
							'offcuts',
							offcuts.filter((_, k) => k !== i),
							`${stock.name}: offcut`
						)}>×</button
				>
			</li>
		{/each}
	</ul>
	<button
		type="button"
		class="tool"
		disabled={sold.length >= 6}
		onclick={() =>
			put('alsoSold', [...sold, { length: Math.min(8000, 2 * stock.length), price: 2 * stock.price }], `${stock.name}: length on sale`)}
		>Add a length on sale</button
	>
	<button
		type="button"
		class="tool"
		disabled={offcuts.length >= 40}
		onclick={() => put('offcuts', [...offcuts, { length: Math.max(100, Math.round(stock.length / 3)), count: 1 }], `${stock.name}: offcut`)}
		>Add an offcut you have</button
	>
</details>

<style>
	details {
		margin: 2px 0 10px;
		font-size: 12.5px;
	}
	summary {
		cursor: pointer;
		color: var(--ink-soft);
	}
	ul {
		list-style: none;
		margin: 6px 0;
		padding: 0;
		max-width: 420px;
	}
	li {
		display: grid;
		grid-template-columns: 70px 1fr 90px auto;
		gap: 6px;
		align-items: center;
		margin-bottom: 4px;
	}
</style>
