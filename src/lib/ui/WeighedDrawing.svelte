<script lang="ts">
	import type { Weights } from '../core/plan';
	import type { Load } from '../core/structure';
	import type { View } from '../core/views';
	import { preferences } from '../client/preferences.svelte';
	import { formatLength, formatMass } from '../core/units';
	import DrawingPair from './DrawingPair.svelte';

	interface Props {
		views: { above: View; long: View };
		load: Load;
		weights: Weights;
		/** What the mouse or the keyboard is on in the list. */
		lit: string | undefined;
	}
	let { views, load, weights, lit }: Props = $props();

	const { rearAxle, wheelbase } = $derived(weights);
	const axles = $derived(
		rearAxle === undefined
			? []
			: [
					{ x: rearAxle, name: 'Rear axle', standing: load.axles?.rear },
					...(wheelbase === undefined ? [] : [{ x: rearAxle + wheelbase, name: 'Front axle', standing: load.axles?.front }])
				]
	);
	/** A disc of one kilogram, mm; their areas are as the weights. */
	const DISC = 17;
	const radius = (kg: number) => DISC * Math.sqrt(kg);
	const keyOf = ({ of, id }: Load['items'][number]) => `${of} ${id}`;
	const kg = (mass: number) => formatMass(mass, preferences.units);
	const long = (mm: number) => formatLength(Math.round(mm), preferences.units);
	/** The drawing widened until both axles are in it. */
	const framed = (view: View): View => {
		const [left, top, width, height] = view.frame;
		const ends = axles.map(({ x }) => x);
		const [from, to] = [Math.min(left, ...ends.map((x) => x - 250)), Math.max(left + width, ...ends.map((x) => x + 250))];
		return { ...view, frame: [from, top, to - from, height] };
	};
	const aboveNote = $derived.by(() => {
		if (!load.centre) return 'nothing is in it';
		const { x, y } = load.centre;
		const aside = Math.abs(y) < 1 ? 'in the middle' : `${long(Math.abs(y))} ${y > 0 ? 'left' : 'right'} of the middle`;
		return `what is inside acts ${long(x)} ahead of the rear door, ${aside}`;
	});
	const sideNote = $derived(
		[
			...(load.centre ? [`${long(load.centre.z)} above the floor`] : []),
			...(load.left === undefined ? [] : [`${Math.round(100 * load.left)} % of it on the left wheels`]),
			...(load.tips
				? [`standing it would tip over sideways at ${load.tips.loaded.toFixed(0)}°, empty at ${load.tips.empty.toFixed(0)}°`]
				: [])
		].join(', ')
	);
	const above = $derived(framed(views.above));
	const side = $derived(framed(views.long));
</script>

{#snippet discs(px: number, up: 'y' | 'z')}
	{#each load.items as item (keyOf(item))}
		<circle
			class="disc {item.of}"
			class:unplaced={!item.placed}
			class:lit={lit === keyOf(item)}
			cx={item.at.x}
			cy={-item.at[up]}
			r={radius(item.kg)}
			stroke-width={1.2 * px}
		>
			<title>{item.name}, {kg(item.kg)}{item.placed ? '' : ', where it lies is not said'}</title>
		</circle>
	{/each}
	{#if load.centre}
		{@const [x, y] = [load.centre.x, -load.centre[up]]}
		<g class="centre" stroke-width={2.2 * px}>
			<path d="M{x - 16 * px} {y}H{x + 16 * px}M{x} {y - 16 * px}V{y + 16 * px}" />
			<circle cx={x} cy={y} r={8 * px} />
		</g>
	{/if}
{/snippet}

{#snippet fromAbove(px: number)}
	{#each axles as { x, name, standing } (name)}
		<g class="axle" stroke-width={1.6 * px}>
			<path d="M{x} {above.frame[1]}V{above.frame[1] + above.frame[3]}" stroke-dasharray="{8 * px} {4 * px}" />
			<text
				x={x + (name === 'Front axle' ? -5 : 5) * px}
				text-anchor={name === 'Front axle' ? 'end' : 'start'}
				y={above.frame[1] + 13 * px}
				font-size={12 * px}
				stroke-width={4 * px}>{name}{standing ? ` ${kg(standing.kg)}` : ''}</text
			>
		</g>
	{/each}
	{@render discs(px, 'y')}
{/snippet}
{#snippet fromTheSide(px: number)}
	{#each axles as { x, name } (name)}
		<g class="axle" stroke-width={1.6 * px}>
			<path d="M{x} {side.frame[1]}V{side.frame[1] + side.frame[3]}" stroke-dasharray="{8 * px} {4 * px}" />
		</g>
	{/each}
	{@render discs(px, 'z')}
{/snippet}

<DrawingPair
	above={{ view: above, note: aboveNote, title: 'From above, with what weighs where and the axles', over: fromAbove }}
	side={{ view: side, note: sideNote, title: 'From the side, with what weighs where and the axles', over: fromTheSide }}
/>

<style>
	.disc {
		fill-opacity: 0.45;
		stroke: var(--ink-soft);
		fill: var(--bar);
	}
	.disc.people,
	.disc.dogs {
		fill: var(--body);
	}
	.disc.gear {
		fill: var(--gear);
	}
	.disc.pads {
		fill: var(--pad);
	}
	.disc.unplaced {
		stroke-dasharray: 24 16;
	}
	.disc.lit {
		fill-opacity: 0.9;
		stroke: var(--accent);
	}
	.centre {
		fill: none;
		stroke: var(--clash);
	}
	.axle path {
		stroke: var(--accent);
		fill: none;
	}
	.axle text {
		fill: var(--accent);
		stroke: var(--room);
		paint-order: stroke;
		font-family: var(--font-figures);
	}
</style>
