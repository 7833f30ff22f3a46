<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Axis, Span } from '../core/design/schema';
	import { formatLength } from '../core/units';
	import SizeField from './SizeField.svelte';

	interface Props {
		axis: Axis;
		span: Span;
		/** Its stock says how thick it is here. */
		stocked: boolean;
		/** From where to where it goes as it is worked out. */
		range?: readonly [number, number];
		names: string;
		onchange: (span: Span) => void;
	}
	let { axis, span, stocked, range, names, onchange }: Props = $props();

	type Key = keyof Span;
	const WORDS: Record<Axis, { title: string } & Record<Key, string>> = {
		x: { title: 'Along', from: 'Rear at', to: 'Front at', middle: 'Middle at', size: 'Length' },
		y: { title: 'Across', from: 'Right at', to: 'Left at', middle: 'Middle at', size: 'Width' },
		z: { title: 'Up', from: 'Bottom at', to: 'Top at', middle: 'Middle at', size: 'Height' }
	};
	const KEYS: Key[] = ['from', 'to', 'middle', 'size'];
	/** Pairs that say where something lies, and what one end alone can be. */
	const PAIRS: Key[][] = [
		['from', 'to'],
		['from', 'size'],
		['to', 'size'],
		['middle', 'size']
	];
	const choices = $derived(stocked ? [['from'], ['to'], ['middle']] : PAIRS) as Key[][];
	const keys = $derived(KEYS.filter((key) => span[key] !== undefined));
	const wordsOf = (pair: readonly Key[]) => pair.map((key) => WORDS[axis][key].toLowerCase()).join(' and ');

	/** What a span says when it is given in another way and stays where it is. */
	function regiven(pair: readonly Key[]): Span {
		const [low, high] = range ?? [0, 100];
		const now: Record<Key, number> = { from: low, to: high, middle: (low + high) / 2, size: high - low };
		return Object.fromEntries(pair.map((key) => [key, span[key] ?? Math.round(now[key] * 100) / 100]));
	}
	const id = $props.id();
</script>

<fieldset>
	<legend>
		{WORDS[axis].title}
		{#if range}<span class="figures quiet"
				>{formatLength(range[0], preferences.units)} … {formatLength(range[1], preferences.units)}, {formatLength(
					range[1] - range[0],
					preferences.units
				)}</span
			>{/if}
	</legend>
	<label class="sr-only" for={id}>{WORDS[axis].title}: given by</label>
	<select {id} class="field how" value={keys.join()} onchange={(event) => onchange(regiven(event.currentTarget.value.split(',') as Key[]))}>
		{#each choices as pair (pair.join())}<option value={pair.join()}>{wordsOf(pair)}</option>{/each}
		{#if !choices.some((pair) => pair.join() === keys.join())}<option value={keys.join()}>{wordsOf(keys)}</option>{/if}
	</select>
	<div class="sizes" class:one={keys.length === 1}>
		{#each keys as key (key)}
			<SizeField label={WORDS[axis][key]} value={span[key]} {names} onchange={(size) => onchange({ ...span, [key]: size })} />
		{/each}
	</div>
</fieldset>

<style>
	fieldset {
		border: 0;
		padding: 0;
		margin: 0;
		min-width: 0;
	}
	legend {
		font-size: 12.5px;
		font-weight: 600;
		padding: 0;
		display: flex;
		gap: 8px;
		justify-content: space-between;
		width: 100%;
	}
	legend span {
		font-weight: 400;
		font-size: 11.5px;
	}
	.how {
		font-size: 12px;
		padding: 2px 24px 2px 6px;
		margin: 2px 0;
	}
	.sizes {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 6px;
	}
	.one {
		grid-template-columns: 1fr;
	}
</style>
