<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Plan } from '../core/plan';
	import { FRICTION, THROWS, type Held, type Restraint, type Way } from '../core/restraint';
	import { GRAVITY } from '../core/structure';
	import { formatMass } from '../core/units';
	import type { View } from '../core/views';
	import DrawingPair from './DrawingPair.svelte';

	interface Props {
		plan: Plan;
		/** Of the mode looked at; empty where nobody drives in it. */
		restraints: readonly Restraint[] | undefined;
		drives: boolean;
		views: { above: View; long: View } | undefined;
		piece: string | undefined;
		onpiece: (id: string) => void;
	}
	let { plan, restraints, drives, views, piece, onpiece }: Props = $props();

	const [planned, loose] = $derived([true, false].map((is) => (restraints ?? []).filter(({ ways }) => ways.length > 0 === is)));
	const chosen = $derived(planned.find((one) => one.piece === piece) ?? planned[0]);
	let way: Way = $state('forward');
	const held = $derived(chosen?.ways.find((one) => one.way === way));
	const WORDS: Record<Way, string> = { forward: 'Braking', back: 'Pulling away', left: 'Bend to the right', right: 'Bend to the left' };
	const said = (one: Held) => (one.ok ? `${Math.round(100 * one.share)} %` : one.does);
	const statusOf = (one: Held) => (!one.ok || one.share > 1 ? 'clash' : one.share > 0.8 ? 'tight' : 'clear');
	const pullOf = (id: string) => (held?.ok ? (held.pulls.find((one) => one.id === id)?.newtons ?? 0) : undefined);
	const kg = (newtons: number) => formatMass(newtons / GRAVITY, preferences.units);
	const thrown = $derived(THROWS.find((one) => one.way === way)!.g);
</script>

{#snippet pulling(ties: Restraint['ties'], view: View, up: 'y' | 'z', px: number)}
	{#each ties as { id, from, to } (id)}
		{@const pull = pullOf(id) ?? 0}
		<g class="tie" class:slack={pull < 1}>
			<path d="M{from.x} {-from[up]}L{to.x} {-to[up]}" stroke-width={(pull < 1 ? 1.5 : 3) * px} />
			<circle cx={to.x} cy={-to[up]} r={5 * px} />
			{#if pull >= 1}<text x={to.x + 8 * px} y={-to[up] - 6 * px} font-size={12 * px} stroke-width={4 * px}>{kg(pull)}</text>{/if}
		</g>
	{/each}
	{@const [fx, fy] = [view.frame[0] + view.frame[2] / 2, view.frame[1] + 24 * px]}
	{@const [dx, dy] = up === 'y' ? [thrown.x, -thrown.y] : [thrown.x, 0]}
	{#if dx !== 0 || dy !== 0}
		{@const long = 90 * px}
		<g class="throw" stroke-width={3 * px}>
			<path
				d="M{fx - dx * long} {fy - dy * long}L{fx + dx * long} {fy + dy * long}m{-14 * px * Math.sign(dx) - 7 * px * Math.sign(dy)} {-14 *
					px *
					Math.sign(dy) -
					7 * px * Math.sign(dx)}L{fx + dx * long} {fy + dy * long}l{-14 * px * Math.sign(dx) + 7 * px * Math.sign(dy)} {-14 *
					px *
					Math.sign(dy) +
					7 * px * Math.sign(dx)}"
			/>
		</g>
	{/if}
{/snippet}
{#snippet fromAbove(px: number)}{@render pulling(chosen!.ties, views!.above, 'y', px)}{/snippet}
{#snippet fromTheSide(px: number)}{@render pulling(chosen!.ties, views!.long, 'z', px)}{/snippet}

<section class="beside" aria-label="What stays">
	{#if !drives}
		<p class="quiet">Nobody drives in this mode. Choose one above in which the vehicle moves.</p>
	{:else if !restraints}
		<p class="quiet" role="status">Working out what holds what …</p>
	{:else}
		{#if planned.length > 0}
			<div class="card inner">
				<table class="listing">
					<thead
						><tr
							><th>Piece</th>{#each THROWS as one (one.way)}<th>{WORDS[one.way]}</th>{/each}</tr
						></thead
					>
					<tbody>
						{#each planned as one (one.piece)}
							<tr class:current={one.piece === chosen?.piece}>
								<td
									><button type="button" aria-pressed={one.piece === chosen?.piece} onclick={() => onpiece(one.piece)}
										>{plan.pieces[one.piece]?.name}</button
									></td
								>
								{#each one.ways as each (each.way)}
									<td class="figures {statusOf(each)}"
										><button
											type="button"
											aria-label="{plan.pieces[one.piece]?.name}, {WORDS[each.way]}: {said(each)}"
											onclick={() => {
												onpiece(one.piece);
												way = each.way;
											}}>{said(each)}</button
										></td
									>
								{/each}
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
		{/if}
		{#if chosen && held}
			<div class="card inner">
				<h2>{plan.pieces[chosen.piece]?.name} <span class="quiet">{formatMass(chosen.kg, preferences.units)} with what is in it</span></h2>
				<p>
					{#if held.ok && held.share < 0.005}{WORDS[way]}: what it stands on and against holds it by itself.
					{:else if held.ok}{WORDS[way]}: the fullest fastening takes <strong class="figures">{Math.round(100 * held.share)} %</strong> of what
						it holds.
					{:else}<span class="bad"
							>{WORDS[way]}: it {held.does}{held.does === 'tips' ? ' over' : ''}. Nothing that holds it can pull that way.</span
						>{/if}
				</p>
				<table class="listing">
					<thead><tr><th>Fastening</th><th>Pull</th><th>Holds</th></tr></thead>
					<tbody>
						{#each chosen.ties as { id, words, holds } (id)}
							<tr>
								<td>{words}</td>
								<td class="figures">{pullOf(id) === undefined ? '' : kg(pullOf(id)!)}</td>
								<td class="figures">{kg(holds)}</td>
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
		{/if}
		{#if loose.length > 0}
			<p class="doubt">
				Nothing is planned yet that holds {loose.map((one) => plan.pieces[one.piece]?.name).join(', ')}. Say it in Layout.
			</p>
		{/if}
		<p class="caution">
			{THROWS[0].g.x} g forward, {-THROWS[1].g.x} g otherwise, over a bump, with {FRICTION} of friction: hard braking and bends. A crash is far
			beyond it: nothing here is a seat or its anchor, and a qualified person judges what is bolted to the vehicle. Doors, lids and drawers need
			catches of their own.
		</p>
	{/if}
</section>
<section class="drawn" aria-label="What holds it">
	{#if views && chosen}
		<DrawingPair
			above={{ view: views.above, note: 'what pulls when it is thrown', title: 'From above, what pulls', over: fromAbove }}
			side={{ view: views.long, note: 'what pulls when it is thrown', title: 'From the side, what pulls', over: fromTheSide }}
			selected={chosen.piece}
		/>
	{/if}
</section>

<style>
	.figures {
		white-space: nowrap;
	}
	.tie path {
		stroke: var(--accent);
		fill: none;
	}
	.tie circle {
		fill: var(--accent);
	}
	.tie.slack path {
		stroke-dasharray: 30 20;
	}
	.tie text {
		fill: var(--accent);
		stroke: var(--room);
		paint-order: stroke;
		font-family: var(--font-figures);
	}
	.throw path {
		stroke: var(--clash);
		fill: none;
	}
</style>
