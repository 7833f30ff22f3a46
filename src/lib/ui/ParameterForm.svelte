<script lang="ts">
	import { isAsked, kindOf, numberRange, parameterMeta, type Piece } from '../core/pieces';
	import type { Stock } from '../core/plan';
	import LengthField from './LengthField.svelte';
	import MassField from './MassField.svelte';
	import NumberField from './NumberField.svelte';

	interface Props {
		piece: Piece;
		stock: Stock;
		onchange: (key: string, value: unknown, label: string) => void;
	}
	let { piece, stock, onchange }: Props = $props();

	const kind = $derived(kindOf(piece.kind));
	const fields = $derived(
		Object.entries(kind.params.shape)
			.map(([key, schema]) => ({
				key,
				meta: parameterMeta(schema),
				range: numberRange(schema),
				value: (piece.params as Record<string, unknown>)[key],
				options: optionsOf(schema)
			}))
			// A design is made up by hand, below.
			.filter(({ meta }) => meta.unit !== 'design' && isAsked(meta, piece.params))
	);

	function optionsOf(schema: unknown): string[] {
		const inner = (schema as { unwrap?: () => unknown }).unwrap?.() ?? schema;
		return (inner as { options?: string[] }).options ?? [];
	}
	const stockOptions = (unit: 'sheet' | 'bar' | 'cloth') =>
		Object.entries({ sheet: stock.sheets, bar: stock.bars, cloth: stock.cloths }[unit]);
	const uid = $props.id();
</script>

<div class="form">
	{#each fields as { key, meta, range, value, options } (key)}
		{@const id = `${uid}-${key}`}
		{#if meta.unit === 'mm'}
			<div class="row length-row">
				<LengthField label={meta.label} hint={meta.hint} value={value as number} {range} onchange={(mm) => onchange(key, mm, meta.label)} />
			</div>
		{:else if meta.unit === 'kg' && range}
			<div class="row length-row">
				<MassField label={meta.label} value={value as number} {range} onchange={(kg) => onchange(key, kg, meta.label)} />
			</div>
		{:else if meta.unit === 'yes-no'}
			<label class="row check" title={meta.hint}>
				<input type="checkbox" checked={value as boolean} onchange={(event) => onchange(key, event.currentTarget.checked, meta.label)} />
				{meta.label}
			</label>
		{:else if meta.unit === 'choice' || meta.unit === 'sheet' || meta.unit === 'bar' || meta.unit === 'cloth'}
			<div class="row" class:tall={meta.unit !== 'choice'}>
				<label for={id} title={meta.hint}>{meta.label}</label>
				<select {id} class="field" value={value as string} onchange={(event) => onchange(key, event.currentTarget.value, meta.label)}>
					{#if meta.unit === 'choice'}
						{#each options as option (option)}<option>{option}</option>{/each}
					{:else}
						{#each stockOptions(meta.unit) as [stockId, item] (stockId)}<option value={stockId}>{item.name}</option>{/each}
					{/if}
				</select>
			</div>
		{:else}
			<div class="row length-row">
				<NumberField
					label="{meta.label}{meta.unit === 'deg' ? ' (°)' : ''}"
					hint={meta.hint}
					value={value as number}
					range={range!}
					whole={meta.unit === 'count'}
					onchange={(number) => onchange(key, number, meta.label)}
				/>
			</div>
		{/if}
	{/each}
</div>

<style>
	.form {
		display: grid;
		gap: 7px;
	}
	.row {
		display: grid;
		grid-template-columns: 1fr 104px;
		align-items: center;
		gap: 8px;
	}
	.tall {
		grid-template-columns: 1fr;
		gap: 1px;
	}
	.length-row > :global(div) {
		grid-column: 1 / -1;
		display: grid;
		grid-template-columns: 1fr 104px;
		align-items: center;
		gap: 0 8px;
	}
	.length-row :global(.error) {
		grid-column: 1 / -1;
	}
	label {
		font-size: 12.5px;
		color: var(--ink-soft);
	}
	.check {
		display: flex;
		color: var(--ink);
		font-size: 13px;
	}
</style>
