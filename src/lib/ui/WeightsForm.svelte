<script lang="ts">
	import { untrack } from 'svelte';
	import { WEIGHT_SOURCES, type Weights } from '../core/plan';
	import { missingWeights } from '../core/structure';
	import LengthField from './LengthField.svelte';
	import MassField from './MassField.svelte';

	interface Props {
		weights: Weights;
		/** Something was typed; undefined where it was emptied. */
		onsay: <K extends keyof Weights>(key: K, value: Weights[K] | undefined) => void;
	}
	let { weights, onsay }: Props = $props();

	const missing = $derived(missingWeights(weights));
	// Open while something is missing; it does not shut under the hands of whoever types the last of it.
	let open = $state(untrack(() => missing.length > 0));
	const KG: [number, number] = [0, 20000];
</script>

{#snippet mass(key: 'front' | 'rear' | 'mostFront' | 'mostRear' | 'mostInAll', label: string)}
	<MassField {label} value={weights[key]} range={KG} onchange={(kg) => onsay(key, kg)} onclear={() => onsay(key, undefined)} />
{/snippet}
{#snippet length(key: 'rearAxle' | 'wheelbase' | 'track' | 'floorHeight' | 'centreHeight', label: string, range: [number, number])}
	<LengthField {label} value={weights[key]} {range} onchange={(mm) => onsay(key, mm)} onclear={() => onsay(key, undefined)} />
{/snippet}

<details class="card" bind:open>
	<summary
		>The vehicle itself {#if missing.length > 0}<span class="quiet">not known: {missing.join(', ')}</span>{/if}</summary
	>
	<h2>Empty, before anything is built in</h2>
	<div class="fields">
		{@render mass('front', 'On the front axle')}
		{@render mass('rear', 'On the rear axle')}
		<label>
			<span class="quiet">Known from</span>
			<select
				class="field"
				value={weights.from ?? ''}
				onchange={(event) => onsay('from', (event.currentTarget.value || undefined) as Weights['from'])}
			>
				<option value=""></option>
				{#each WEIGHT_SOURCES as source (source)}<option>{source}</option>{/each}
			</select>
		</label>
		<label class="tick">
			<input type="checkbox" checked={weights.driverIn ?? false} onchange={(event) => onsay('driverIn', event.currentTarget.checked)} />
			A driver of 75 kg is counted in it, as in papers
		</label>
		{@render length('rearAxle', 'Rear door to the middle of the rear wheels', [-500, 10000])}
		{@render length('wheelbase', 'From there to the front wheels', [500, 8000])}
	</div>
	<h2>Permitted: from its plate, never from us</h2>
	<div class="fields three">
		{@render mass('mostFront', 'Front axle')}
		{@render mass('mostRear', 'Rear axle')}
		{@render mass('mostInAll', 'In all')}
	</div>
	<h2>For its balance from side to side</h2>
	<div class="fields three">
		{@render length('track', 'Between the tyres', [500, 3000])}
		{@render length('floorHeight', 'Floor above ground', [0, 2000])}
		{@render length('centreHeight', 'Centre of gravity, empty', [0, 3000])}
	</div>
</details>

<style>
	.card {
		padding: 8px 10px;
		font-size: 12.5px;
	}
	summary {
		font-weight: 650;
		cursor: pointer;
	}
	summary .quiet {
		font-weight: 400;
	}
	h2 {
		margin: 10px 0 4px;
		font-size: 12.5px;
		font-weight: 650;
	}
	.fields {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 6px 10px;
		align-items: end;
	}
	.three {
		grid-template-columns: 1fr 1fr 1fr;
	}
	label span {
		display: block;
	}
	select,
	.fields :global(input.field) {
		width: 100%;
	}
	.tick {
		display: flex;
		gap: 6px;
		align-items: start;
	}
</style>
