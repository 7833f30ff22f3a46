<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { faultIn, type Size } from '../core/design/expression';
	import { formatLength, parseLength } from '../core/units';

	interface Props {
		label: string;
		value: Size | undefined;
		/** Id of the list of names that can be chosen. */
		names?: string;
		/** Degrees or a count instead of a length. */
		plain?: boolean;
		hideLabel?: boolean;
		onchange: (size: Size) => void;
	}
	let { label, value, names, plain = false, hideLabel = false, onchange }: Props = $props();

	const shown = $derived(
		value === undefined ? '' : typeof value === 'string' ? value : plain ? String(value) : formatLength(value, preferences.units)
	);
	let typed: string | undefined = $state();
	let error: string | undefined = $state();
	const id = $props.id();

	/** A length is turned into millimetres as it is typed; anything else is kept as it is written, when it can be read. */
	function read() {
		const text = typed?.trim();
		if (text === undefined || text === shown || text === '') {
			[typed, error] = [undefined, undefined];
			return;
		}
		const length = plain ? { ok: /^[-+]?\d+(\.\d+)?$/.test(text), value: Number(text) } : signedLength(text);
		const size = length.ok ? length.value : text;
		error = faultIn(size);
		if (error) return;
		typed = undefined;
		onchange(size);
	}

	function signedLength(text: string): { ok: boolean; value: number } {
		const minus = /^[-−]/.test(text);
		const parsed = parseLength(minus ? text.slice(1) : text, preferences.units);
		return parsed.ok ? { ok: true, value: (Math.round(parsed.value * 100) / 100) * (minus ? -1 : 1) } : { ok: false, value: 0 };
	}
</script>

<div class="size">
	<label for={id} class:sr-only={hideLabel}>{label}</label>
	<input
		{id}
		class="field figures"
		autocomplete="off"
		spellcheck="false"
		list={names}
		value={typed ?? shown}
		aria-invalid={error !== undefined}
		aria-describedby={error ? `${id}-error` : undefined}
		oninput={(event) => ([typed, error] = [event.currentTarget.value, undefined])}
		onblur={read}
		onkeydown={(event) => {
			if (event.key === 'Enter') read();
			if (event.key === 'Escape') [typed, error] = [undefined, undefined];
		}}
	/>
	{#if error}<p id="{id}-error" class="error" role="alert">{error}</p>{/if}
</div>

<style>
	.size {
		min-width: 0;
	}
	label {
		display: block;
		font-size: 12px;
		color: var(--ink-soft);
	}
	input {
		font-size: 13px;
		padding: 3px 6px;
	}
	.error {
		color: var(--clash);
		font-size: 12px;
		margin: 2px 0 0;
	}
</style>
