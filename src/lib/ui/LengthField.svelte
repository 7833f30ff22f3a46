<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { formatLength, formatStature, parseLength } from '../core/units';

	interface Props {
		label: string;
		/** mm; nothing where it is not known. */
		value: number | undefined;
		range?: [number, number];
		/** Statures read as 1.74 m or 5'9". */
		stature?: boolean;
		hideLabel?: boolean;
		large?: boolean;
		hint?: string;
		onchange: (mm: number) => void;
		/** What may be unknown can be emptied. */
		onclear?: () => void;
		onfocus?: () => void;
		/** What is being typed, whenever it reads as a length in range; undefined when it is given up. */
		onpreview?: (mm: number | undefined) => void;
	}
	let {
		label,
		value,
		range = [-2000, 20000],
		stature = false,
		hideLabel = false,
		large = false,
		hint,
		onchange,
		onclear,
		onfocus,
		onpreview
	}: Props = $props();

	const shown = $derived(
		value === undefined ? '' : stature ? formatStature(value, preferences.units) : formatLength(value, preferences.units)
	);
	// What was typed stays in the field, wrong or not, until it is read.
	let typed: string | undefined = $state();
	let error: string | undefined = $state();
	const id = $props.id();

	function preview() {
		if (!onpreview || typed === undefined) return;
		const parsed = parseLength(typed, preferences.units);
		if (parsed.ok && parsed.value >= range[0] && parsed.value <= range[1]) onpreview(parsed.value);
	}

	function read() {
		if (typed === undefined || typed === shown) {
			typed = undefined;
			return;
		}
		if (onclear && typed.trim() === '') {
			typed = undefined;
			onclear();
			return;
		}
		const parsed = parseLength(typed, preferences.units);
		if (!parsed.ok) {
			error = parsed.error;
			return;
		}
		if (parsed.value < range[0] || parsed.value > range[1]) {
			error = `Between ${formatLength(range[0], preferences.units)} and ${formatLength(range[1], preferences.units)}, please.`;
			return;
		}
		error = undefined;
		typed = undefined;
		onchange(Math.round(parsed.value * 100) / 100);
	}
</script>

<div class="length" class:large>
	<label for={id} class:sr-only={hideLabel} title={hint}>{label}</label>
	<input
		{id}
		class="field figures"
		inputmode={preferences.units === 'metric' ? 'decimal' : 'text'}
		autocomplete="off"
		value={typed ?? shown}
		aria-invalid={error !== undefined}
		aria-describedby={error ? `${id}-error` : undefined}
		oninput={(event) => {
			typed = event.currentTarget.value;
			error = undefined;
			preview();
		}}
		onblur={read}
		onfocus={(event) => {
			event.currentTarget.select();
			onfocus?.();
		}}
		onkeydown={(event) => {
			if (event.key === 'Enter') read();
			if (event.key !== 'Escape') return;
			[typed, error] = [undefined, undefined];
			onpreview?.(undefined);
		}}
	/>
	{#if error}<p id="{id}-error" class="error" role="alert">{error}</p>{/if}
</div>

<style>
	.length {
		min-width: 0;
	}
	label {
		display: block;
		font-size: 12.5px;
		color: var(--ink-soft);
	}
	.large input {
		font-size: 20px;
		padding: 8px 10px;
		line-height: 26px;
	}
	.error {
		color: var(--clash);
		font-size: 12px;
		margin: 2px 0 0;
	}
</style>
