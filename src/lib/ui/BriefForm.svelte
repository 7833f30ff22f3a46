<script lang="ts">
	import NumberField from './NumberField.svelte';
	import { ArrowDown, ArrowUp } from '@lucide/svelte';
	import { TOOLS, WISHES, type Brief, type Plan, type Wish } from '../core/plan';

	let { plan, brief, onchange }: { plan: Plan; brief: Brief; onchange: (brief: Brief) => void } = $props();

	const WORDS: Record<Wish, string> = {
		'sit up': 'Sit up in bed',
		double: 'A wide bed',
		desk: 'Room beside the bed',
		'quick change': 'Quick to make up',
		light: 'Light',
		'free floor': 'Floor kept free',
		storage: 'Storage under it'
	};
	/** Seats that a bed could take the place of: all rear ones, and front ones that fold over or come out. */
	const spare = $derived(
		Object.entries(plan.vehicle.seats).filter(([, seat]) => seat.type === 'rear bench' || seat.removable || seat.folded)
	);
	const toggled = <T,>(list: readonly T[], one: T): T[] => (list.includes(one) ? list.filter((other) => other !== one) : [...list, one]);
	const idle = $derived(WISHES.filter((wish) => !brief.wishes.includes(wish)));
	function move(wish: Wish, by: -1 | 1) {
		const wishes = [...brief.wishes];
		const at = wishes.indexOf(wish);
		[wishes[at], wishes[at + by]] = [wishes[at + by], wishes[at]];
		onchange({ ...brief, wishes });
	}
</script>

<form onsubmit={(event) => event.preventDefault()}>
	<fieldset>
		<legend>Who sleeps in it</legend>
		{#each Object.entries(plan.crew) as [id, person] (id)}
			<label
				><input
					type="checkbox"
					checked={brief.sleepers.includes(id)}
					onchange={() => onchange({ ...brief, sleepers: toggled(brief.sleepers, id) })}
				/>
				{person.name}</label
			>
		{:else}
			<p class="quiet">Nobody yet: add people under “People and gear”.</p>
		{/each}
	</fieldset>
	<fieldset>
		<legend>What matters, most important first</legend>
		<ol>
			{#each brief.wishes as wish, i (wish)}
				<li>
					<label
						><input type="checkbox" checked onchange={() => onchange({ ...brief, wishes: toggled(brief.wishes, wish) })} />
						{WORDS[wish]}</label
					>
					<button type="button" class="tool" aria-label="{WORDS[wish]} matters more" disabled={i === 0} onclick={() => move(wish, -1)}
						><ArrowUp size={14} /></button
					>
					<button
						type="button"
						class="tool"
						aria-label="{WORDS[wish]} matters less"
						disabled={i === brief.wishes.length - 1}
						onclick={() => move(wish, 1)}><ArrowDown size={14} /></button
					>
				</li>
			{/each}
		</ol>
		{#each idle as wish (wish)}
			<label
				><input type="checkbox" checked={false} onchange={() => onchange({ ...brief, wishes: toggled(brief.wishes, wish) })} />
				{WORDS[wish]}</label
			>
		{/each}
	</fieldset>
	<fieldset>
		<legend>Seats</legend>
		{#each spare as [id, seat] (id)}
			<label
				><input type="checkbox" checked={brief.keep.includes(id)} onchange={() => onchange({ ...brief, keep: toggled(brief.keep, id) })} />
				{seat.name} must carry {seat.belts > 1 ? 'passengers' : 'somebody'}</label
			>
		{/each}
		<label
			><input type="checkbox" checked={brief.seatsMove} onchange={() => onchange({ ...brief, seatsMove: !brief.seatsMove })} />
			Front seats may slide, tip and fold forward at night</label
		>
	</fieldset>
	{#if spare.some(([id, seat]) => !brief.keep.includes(id) && seat.removable)}
		<p class="caution">
			Only belted, approved seats carry people. A front seat has an air bag and its wiring: have a qualified person take it out, and ask
			whether your rules allow driving without it.
		</p>
	{/if}
	<fieldset>
		<legend>Building</legend>
		<label
			><input type="checkbox" checked={brief.drill} onchange={() => onchange({ ...brief, drill: !brief.drill })} />
			New holes in the vehicle are allowed</label
		>
		{#if brief.drill}
			<p class="caution">Know what is behind a panel and under the floor before drilling: fuel, brake lines, wiring, air bags.</p>
		{/if}
		{#each TOOLS as tool (tool)}
			<label
				><input
					type="checkbox"
					checked={brief.tools.includes(tool)}
					onchange={() => onchange({ ...brief, tools: toggled(brief.tools, tool) })}
				/>
				I have a {tool}</label
			>
		{/each}
		<NumberField
			label="Boards and bars may cost up to"
			value={brief.budget}
			range={[0, 100000]}
			open
			placeholder="any"
			onchange={(budget) => onchange({ ...brief, budget })}
		/>
	</fieldset>
</form>

<style>
	form {
		display: grid;
		gap: 14px;
		padding: 12px 0;
	}
	fieldset {
		display: grid;
		gap: 4px;
	}
	legend {
		font-weight: 650;
		margin-bottom: 4px;
	}
	label {
		font-size: 13px;
	}
	ol {
		display: grid;
		gap: 2px;
		margin: 0 0 2px;
		padding: 0;
		list-style: none;
	}
	li {
		display: flex;
		gap: 4px;
		align-items: center;
	}
	li label {
		flex: 1;
	}
	li button {
		padding: 2px 5px;
	}
	.caution {
		margin: 0;
	}
</style>
