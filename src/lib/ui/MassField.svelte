<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { formatMass, parseMass } from '../core/units';

	interface Props {
		label: string;
		/** kg; nothing where it is not known. */
		value: number | undefined;
		range: [number, number];
		onchange: (kg: number) => void;
		/** What may be unknown can be emptied. */
		onclear?: () => void;
	}
	let { label, value, range, onchange, onclear }: Props = $props();

	let typed: string | undefined = $state();
	let error: string | undefined = $state();
	const id = $props.id();
	const shown = $derived(value === undefined ? '' : formatMass(value, preferences.units));

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
		const parsed = parseMass(typed, preferences.units);
		if (!parsed.ok) error = parsed.error;
		else if (parsed.value < range[0] || parsed.value > range[1])
			error = `Between ${formatMass(range[0], preferences.units)} and ${formatMass(range[1], preferences.units)}, please.`;
		else {
			[typed, error] = [undefined, undefined];
			onchange(parsed.value);
		}
	}
</script>

<div>
	<label for={id} class="quiet">{label}</label>
	<input
		{id}
		class="field figures"
		value={typed ?? shown}
		aria-invalid={error !== undefined}
		oninput={(event) => {
			typed = event.currentTarget.value;
			error = undefined;
		}}
		onblur={read}
		onkeydown={(event) => event.key === 'Enter' && read()}
	/>
	{#if error}<p role="alert">{error}</p>{/if}
</div>

<style>
	label {
		display: block;
		font-size: 12.5px;
	}
	p {
		color: var(--clash);
		font-size: 12px;
		margin: 2px 0 0;
	}
</style>
