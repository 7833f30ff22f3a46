<script lang="ts">
	import { holders, packInto, sendGear, TRAITS, USED, type Edit, type Gear, type Plan } from '../core/plan';
	import MassField from './MassField.svelte';

	interface Props {
		plan: Plan;
		id: string;
		onedit: (label: string, edits: Edit[]) => void;
	}
	let { plan, id, onedit }: Props = $props();

	const gear = $derived(plan.gear[id]);
	const set = (key: keyof Gear, value: unknown) => onedit(`${gear.name}: ${key}`, [{ path: ['gear', id, key], value }]);
	const traits = $derived(gear.traits ?? []);
	function setTrait(trait: (typeof TRAITS)[number], is: boolean) {
		const now = TRAITS.filter((one) => (one === trait ? is : traits.includes(one)));
		set('traits', now.length > 0 ? now : undefined);
	}
	/** What it could be packed into: nothing that is packed into it, in turn. */
	const containers = $derived(Object.keys(plan.gear).filter((other) => !holders(plan.gear, other).includes(id)));
	const TRAIT_WORDS = {
		fragile: 'fragile',
		wet: 'wet',
		dirty: 'dirty',
		smelly: 'smelly',
		clean: 'to be kept clean',
		gas: 'gas or fuel'
	} as const;
</script>

<div class="details">
	<div class="fields">
		<label>
			<span class="quiet">How often</span>
			<select class="field" value={gear.used ?? ''} onchange={(event) => set('used', event.currentTarget.value || undefined)}>
				<option value="">not said</option>
				{#each USED as often (often)}<option value={often}>{often}</option>{/each}
			</select>
		</label>
		<label>
			<span class="quiet">Goes to</span>
			<select
				class="field"
				value={gear.under ?? ''}
				disabled={gear.into !== undefined}
				onchange={(event) => onedit(`${gear.name}: where it goes`, sendGear(id, event.currentTarget.value || undefined))}
			>
				<option value="">wherever is best</option>
				{#each Object.entries(plan.pieces) as [piece, { name }] (piece)}<option value={piece}>{name}</option>{/each}
			</select>
		</label>
	</div>
	<div class="fields">
		<label>
			<span class="quiet">Shape</span>
			<select
				class="field"
				value={gear.shape ?? 'box'}
				onchange={(event) => set('shape', event.currentTarget.value === 'box' ? undefined : event.currentTarget.value)}
			>
				<option value="box">box</option>
				<option value="cylinder">cylinder</option>
				<option value="bag">bag that gives way</option>
			</select>
		</label>
		<label>
			<span class="quiet">Packed into</span>
			<select
				class="field"
				value={gear.into ?? ''}
				onchange={(event) => onedit(`${gear.name}: packed into`, packInto(id, event.currentTarget.value || undefined))}
			>
				<option value="">nothing</option>
				{#each containers as other (other)}<option value={other}>{plan.gear[other].name}</option>{/each}
			</select>
		</label>
	</div>
	<div class="fields">
		<MassField
			label="Bears on top"
			value={gear.bears}
			range={[0, 1000]}
			onchange={(kg) => set('bears', kg)}
			onclear={() => set('bears', undefined)}
		/>
		<label>
			<span class="quiet">Whose</span>
			<select class="field" value={gear.owner ?? ''} onchange={(event) => set('owner', event.currentTarget.value || undefined)}>
				<option value="">everybody’s</option>
				{#each Object.entries(plan.crew) as [person, { name }] (person)}<option value={person}>{name}</option>{/each}
			</select>
		</label>
	</div>
	<fieldset>
		<legend class="quiet">It is</legend>
		{#each TRAITS as trait (trait)}
			<label
				><input type="checkbox" checked={traits.includes(trait)} onchange={(event) => setTrait(trait, event.currentTarget.checked)} />
				{TRAIT_WORDS[trait]}</label
			>
		{/each}
		<label
			><input
				type="checkbox"
				checked={gear.anyWay ?? false}
				onchange={(event) => set('anyWay', event.currentTarget.checked || undefined)}
			/>
			may lie on any side</label
		>
	</fieldset>
	{#if traits.includes('gas')}
		<label class="check">
			<input type="checkbox" checked={gear.vented ?? false} onchange={(event) => set('vented', event.currentTarget.checked || undefined)} />
			where it stands, gas that escapes runs out of the vehicle low down
		</label>
	{/if}
	{#if gear.bears === undefined}
		<p class="quiet">
			Nobody has said what it bears: {traits.includes('fragile') || gear.shape === 'bag'
				? 'nothing is put on it'
				: 'no more than itself is put on it'}.
		</p>
	{/if}
</div>

<style>
	.details {
		padding: 6px 2px 8px;
		font-size: 13px;
	}
	.fields {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
		margin-bottom: 6px;
	}
	label > .quiet {
		display: block;
		font-size: 12.5px;
	}
	.field {
		width: 100%;
	}
	fieldset {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 3px 8px;
		margin: 0;
		padding: 0;
		border: 0;
	}
	.check {
		display: block;
		margin-top: 5px;
	}
	p {
		margin: 6px 0 0;
		font-size: 12.5px;
	}
	@media (max-width: 900px) {
		fieldset label {
			min-height: 32px;
		}
	}
</style>
