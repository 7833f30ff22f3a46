<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { formatMass, parseMass } from '../core/units';

	let { label, value, range, onchange }: { label: string; value: number; range: [number, number]; onchange: (kg: number) => void } =
		$props();

	let typed: string | undefined = $state();
	let error: string | undefined = $state();
	const id = $props.id();
	const shown = $derived(formatMass(value, preferences.units));

	function read() {
		if (typed === undefined || typed === shown) {
			typed = undefined;
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
