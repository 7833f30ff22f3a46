<script lang="ts">
	interface Props {
		label: string;
		/** Nothing where it may be left open and is. */
		value: number | undefined;
		range: readonly [number, number];
		/** Whole numbers only. */
		whole?: boolean;
		/** It may be left open: an empty field takes the number out. */
		open?: boolean;
		placeholder?: string;
		hint?: string;
		/** The label is for those who hear the page: a table says what the column is. */
		hideLabel?: boolean;
		onchange: (value: number | undefined) => void;
	}
	let { label, value, range, whole = false, open = false, placeholder, hint, hideLabel = false, onchange }: Props = $props();

	// What was typed stays in the field, wrong or not, until it is read.
	let typed: string | undefined = $state();
	let error: string | undefined = $state();
	const id = $props.id();
	const shown = $derived(value === undefined ? '' : String(value));

	/** What is wrong with what was typed, if anything. */
	function faultIn(text: string): string | undefined {
		if (text === '') return open ? undefined : 'A number, please.';
		const number = Number(text.replace(',', '.'));
		if (!Number.isFinite(number)) return 'A number, please.';
		if (whole && !Number.isInteger(number)) return 'A whole number, please.';
		return number < range[0] || number > range[1] ? `Between ${range[0]} and ${range[1]}, please.` : undefined;
	}

	function read() {
		if (typed === undefined) return;
		const text = typed.trim();
		error = text === shown ? undefined : faultIn(text);
		if (error) return;
		typed = undefined;
		if (text !== shown) onchange(text === '' ? undefined : Number(text.replace(',', '.')));
	}
</script>

<div class="number">
	<label for={id} class:sr-only={hideLabel} title={hint}>{label}</label>
	<input
		{id}
		class="field figures"
		inputmode={range[0] < 0 ? 'text' : whole ? 'numeric' : 'decimal'}
		autocomplete="off"
		{placeholder}
		value={typed ?? shown}
		aria-invalid={error !== undefined}
		aria-describedby={error ? `${id}-error` : undefined}
		oninput={(event) => {
			typed = event.currentTarget.value;
			error = undefined;
		}}
		onblur={read}
		onkeydown={(event) => {
			if (event.key === 'Enter') read();
			if (event.key === 'Escape') [typed, error] = [undefined, undefined];
		}}
	/>
	{#if error}<p id="{id}-error" class="error" role="alert">{error}</p>{/if}
</div>

<style>
	.number {
		min-width: 0;
	}
	label {
		display: block;
		font-size: 12.5px;
		color: var(--ink-soft);
	}
	input {
		width: 100%;
	}
	.error {
		color: var(--clash);
		font-size: 12px;
		margin: 2px 0 0;
	}
</style>
