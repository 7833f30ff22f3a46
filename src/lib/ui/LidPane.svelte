<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { assemblyOf } from '../core/derive';
	import type { Edit, GasStruts, LidHold, Plan } from '../core/plan';
	import { GRAVITY, heldUp, lidsOf, strutsOf, strutWay, type HeldUp } from '../core/structure';
	import { formatLength, formatMass } from '../core/units';
	import LengthField from './LengthField.svelte';
	import LidChart from './LidChart.svelte';
	import LidSketch from './LidSketch.svelte';
	import NumberField from './NumberField.svelte';

	interface Props {
		plan: Plan;
		piece: string | undefined;
		onpiece: (id: string) => void;
		onedit: (label: string, edits: Edit[]) => void;
	}
	let { plan, piece, onpiece, onedit }: Props = $props();

	const lids = $derived(
		Object.entries(plan.pieces).flatMap(([id, one]) =>
			lidsOf(assemblyOf(one, plan), plan.stock).map((lid) => ({
				key: `${id}/${lid.link}`,
				id,
				lid,
				held: heldUp(lid, one.lids?.[lid.link])
			}))
		)
	);
	let key: string | undefined = $state();
	const chosen = $derived(lids.find((one) => one.key === key) ?? lids.find(({ id }) => id === piece) ?? lids[0]);
	const hold = $derived(chosen ? plan.pieces[chosen.id].lids?.[chosen.lid.link] : undefined);
	const struts = $derived(hold?.by === 'gas struts' ? hold : undefined);
	const proposed = $derived(chosen && strutsOf(chosen.lid));
	let step = $state(Infinity);
	const shown = $derived(Math.min(step, (chosen?.lid.angles.length ?? 1) - 1));

	const WORDS: Record<HeldUp['does'], string> = {
		unsaid: 'not said',
		'by hand': 'a hand',
		balances: 'on the balance',
		stays: 'yes',
		'never lifts': 'comes down',
		'cannot be had': 'no such strut',
		'ends in nothing': 'ends in nothing',
		'springs open': 'springs open'
	};
	const FAULTS: Partial<Record<HeldUp['does'], string>> = {
		'never lifts': 'On a frosty morning they do not hold it: stronger ones, or further out on the lid.',
		'springs open': 'In the heat they push it open by themselves: a catch, or weaker ones.',
		'cannot be had': 'No strut with this stroke is short enough to go in when it is shut: its ends nearer to the hinge.',
		'ends in nothing': 'Their lower ends lie below everything of the piece that stays: less far behind the lid.'
	};
	const statusOf = ({ does }: HeldUp) =>
		does === 'stays' ? 'clear' : does === 'unsaid' || does === 'by hand' || does === 'balances' ? 'tight' : 'clash';
	const kg = (newtons: number) => formatMass(newtons / GRAVITY, preferences.units);
	const long = (mm: number) => formatLength(Math.ceil(mm), preferences.units);

	function say(value: LidHold | undefined, label: string) {
		const { id, lid } = chosen!;
		const others = Object.fromEntries(Object.entries(plan.pieces[id].lids ?? {}).filter(([link]) => link !== lid.link));
		const table = value ? { ...others, [lid.link]: value } : others;
		onedit(label, [{ path: ['pieces', id, 'lids'], value: Object.keys(table).length > 0 ? table : undefined }]);
	}
	/** Where no strut suits, one to begin with: what does not work is said. */
	const FIRST: GasStruts = { by: 'gas struts', count: 1, force: 100, onLid: 150, along: 60, behind: 120 };
	const WAYS: Record<LidHold['by'], string> = { prop: 'a prop, stay or strap', 'gas struts': 'gas struts', hand: 'a hand' };
	function sayBy(by: string) {
		const { lid } = chosen!;
		if (by === 'prop' || by === 'hand') say({ by }, `${lid.name} held up by ${WAYS[by]}`);
		else say(by === 'gas struts' ? (proposed ?? FIRST) : undefined, `what holds ${lid.name} up`);
	}
	const change = (what: Partial<GasStruts>) => say({ ...struts!, ...what }, `gas struts of ${chosen!.lid.name}`);
</script>

<section class="beside" aria-label="What is lifted">
	{#if !chosen}
		<p class="quiet">Nothing of what is planned is lifted on a level hinge: no lid, flap or leaf.</p>
	{:else}
		<div class="card scroll">
			<table class="listing">
				<thead><tr><th>Lid, flap or leaf</th><th>Lifted with</th><th>Stays up</th></tr></thead>
				<tbody>
					{#each lids as { key: own, id, lid, held } (own)}
						<tr class:current={own === chosen.key}>
							<td
								><button
									type="button"
									aria-pressed={own === chosen.key}
									onclick={() => {
										key = own;
										onpiece(id);
									}}>{lid.name} <span class="quiet">{plan.pieces[id].name}</span></button
								></td
							>
							<td class="figures">{kg(held.lifts)}</td>
							<td class={statusOf(held)}>{WORDS[held.does]}</td>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
		{@const { lid, held } = chosen}
		<div class="card inner">
			<h2>{lid.name} <span class="quiet">{plan.pieces[chosen.id].name}</span></h2>
			<p>
				It weighs <strong class="figures">{formatMass(lid.kg + lid.riding, preferences.units)}</strong>{lid.riding > 0
					? `, ${formatMass(lid.riding, preferences.units)} of it the cushion that turns with it`
					: ''}; a hand at its edge lifts up to <strong class="figures">{kg(held.lifts)}</strong>.
				{#if lid.lying > 0}With the cushion of {formatMass(lid.lying, preferences.units)} left on it that is
					{kg(Math.max(...lid.laden) / lid.grip)}.{/if}
			</p>
			<label class="by">
				<span>What holds it up</span>
				<select class="field" value={hold?.by ?? ''} onchange={(event) => sayBy(event.currentTarget.value)}>
					<option value="">{lid.stands ? 'what is part of the piece' : 'not said'}</option>
					{#each Object.entries(WAYS) as [by, words] (by)}<option value={by}>{words}</option>{/each}
				</select>
			</label>
			{#if struts}
				{@const way = strutWay(lid.angles, struts)}
				<div class="sizes">
					<NumberField label="How many" value={struts.count} range={[1, 4]} whole onchange={(count) => count && change({ count })} />
					<NumberField
						label="Force of one, N"
						value={struts.force}
						range={[10, 3000]}
						hint="drawn out, as it is printed on the strut"
						onchange={(force) => force && change({ force })}
					/>
					<LengthField label="On the lid, from the hinge" value={struts.onLid} range={[10, 3000]} onchange={(onLid) => change({ onLid })} />
					<LengthField
						label="Lower end, along the lid"
						value={struts.along}
						range={[-1000, 3000]}
						onchange={(along) => change({ along })}
					/>
					<LengthField
						label="Lower end, behind the lid"
						value={struts.behind}
						range={[0, 2000]}
						onchange={(behind) => change({ behind })}
					/>
					<label class="catch"
						><input type="checkbox" checked={struts.catch ?? false} onchange={() => change({ catch: struts.catch ? undefined : true })} /> a catch
						holds it shut</label
					>
				</div>
				<p>
					To buy: <strong class="figures">{long(way.open)}</strong> long drawn out, stroke at least
					<strong class="figures">{long(way.stroke)}</strong>. In frost
					{held.top > 0 ? `it comes down with ${kg(held.top)} at its edge` : `it stays up with ${kg(-held.top)} to spare`}; pulled shut with
					up to {kg(held.pulls)}.
				</p>
				{#if FAULTS[held.does]}<p class="bad" role="alert">{FAULTS[held.does]}</p>{/if}
				<button type="button" class="tool" onclick={() => sayBy('gas struts')} disabled={proposed === undefined}>Place them anew</button>
			{:else if held.does === 'unsaid'}
				<p class="doubt">Open, it still comes down with {kg(held.top)} at its edge, and nobody has said what holds it.</p>
			{:else if held.does === 'balances'}
				<p class="doubt">Open, it stands on the balance: a hook or a strap keeps it from coming down on a hand.</p>
			{/if}
		</div>
		<p class="caution">
			Fingers, heads and cords keep clear of what comes down. A gas strut loses about a tenth of its force from a warm day to frost, and is
			never opened. Weigh the lid with a luggage scale at its edge before you buy.
		</p>
	{/if}
</section>
<section class="drawn" aria-label="How it swings">
	{#if chosen}
		<div class="card inner swing">
			<h2>What a hand holds</h2>
			<LidChart lid={chosen.lid} {struts} step={shown} onstep={(to) => (step = to)} />
			<LidSketch lid={chosen.lid} {struts} step={shown} />
		</div>
	{/if}
</section>

<style>
	.swing {
		display: flex;
		flex-direction: column;
		gap: 12px;
		min-width: 0;
	}
	.by {
		display: flex;
		gap: 8px;
		align-items: center;
		justify-content: space-between;
		font-size: 12.5px;
		margin-bottom: 6px;
	}
	.sizes {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 6px 12px;
		margin-bottom: 6px;
		align-items: end;
	}
	.catch {
		font-size: 12.5px;
		padding-bottom: 6px;
	}
</style>
