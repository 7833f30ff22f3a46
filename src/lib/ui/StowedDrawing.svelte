<script lang="ts">
	import { formatLength } from '../core/units';
	import { preferences } from '../client/preferences.svelte';
	import type { Box } from '../core/geometry/vector';
	import type { Place, Seen, Shelf, Stowing } from '../core/stowage';
	import type { View } from '../core/views';
	import DrawingPair from './DrawingPair.svelte';

	interface Props {
		views: { above: View; long: View };
		stowing: Stowing;
		nameOf: (gear: string) => string;
		/** Numbers of what the mouse or the keyboard is on, in a list or here. */
		lit: readonly number[];
		/** The compartment that is looked at; all of them where there is none. */
		shelf: Shelf | undefined;
		onlit: (no: number | undefined) => void;
		/** Somebody drew a thing somewhere else. */
		onput: (place: Place, box: Box, seen: Seen) => void;
	}
	let { views, stowing, nameOf, lit, shelf, onlit, onput }: Props = $props();

	const shown = $derived(shelf ? stowing.places.filter(({ compartment }) => compartment === shelf.id) : stowing.places);
	/** What is lit is drawn last of all, wherever it lies. */
	const last = (place: Place) => Number(lit.includes(place.no));
	/** From below up, and from the far side to the near one: what is in front is drawn last. */
	const fromAbove = $derived(shown.toSorted((a, b) => last(a) - last(b) || a.box.z[1] - b.box.z[1]));
	const fromTheSide = $derived(shown.toSorted((a, b) => last(a) - last(b) || b.box.y[0] - a.box.y[0]));
	/** One that is being drawn elsewhere, and how far it has gone, mm. */
	let drag: { place: Place; up: 'y' | 'z'; x: number; y: number; dx: number; dy: number } | undefined = $state.raw();

	const long = (mm: number) => formatLength(Math.round(mm), preferences.units);
	const wordsOf = (place: Place) => {
		const { x, y, z } = place.box;
		return `${place.no}: ${nameOf(place.gear)}, ${long(x[1] - x[0])} × ${long(y[1] - y[0])} × ${long(z[1] - z[0])} high`;
	};
	function start(event: PointerEvent, place: Place, up: 'y' | 'z') {
		onlit(place.no);
		drag = { place, up, x: event.clientX, y: event.clientY, dx: 0, dy: 0 };
		(event.currentTarget as Element).setPointerCapture(event.pointerId);
	}
	function move(event: PointerEvent, px: number) {
		if (drag) drag = { ...drag, dx: (event.clientX - drag.x) * px, dy: (event.clientY - drag.y) * px };
	}
	/** Less than this is a click, not a move, pixels. */
	const STILL = 4;
	function end(event: PointerEvent) {
		if (!drag) return;
		const { place, up, dx, dy } = drag;
		if (Math.hypot(event.clientX - drag.x, event.clientY - drag.y) >= STILL)
			onput(place, movedBy(place.box, up, dx, -dy), up === 'y' ? 'from above' : 'from the side');
		drag = undefined;
	}
	const movedBy = ({ x, y, z }: Box, up: 'y' | 'z', dx: number, d: number): Box => {
		const by = ([a, b]: [number, number], far: number): [number, number] => [a + far, b + far];
		return { x: by(x, dx), y: up === 'y' ? by(y, d) : y, z: up === 'z' ? by(z, d) : z };
	};
	/** A number is written where its box is large enough for it, pixels. */
	const LEGIBLE = 13;
</script>

{#snippet room(px: number, up: 'y' | 'z')}
	{#if shelf}
		{@const { box } = shelf}
		<rect
			class="room"
			x={box.x[0]}
			y={-box[up][1]}
			width={box.x[1] - box.x[0]}
			height={box[up][1] - box[up][0]}
			stroke-width={2 * px}
			stroke-dasharray="{7 * px} {4 * px}"
		/>
	{/if}
{/snippet}

{#snippet things(px: number, up: 'y' | 'z', places: Place[])}
	{@render room(px, up)}
	{#each places as place (place.no)}
		{@const moved = drag?.place === place && drag.up === up ? drag : undefined}
		{@const [w, h] = [place.box.x[1] - place.box.x[0], place.box[up][1] - place.box[up][0]]}
		<!-- Whoever has no mouse puts things where they belong by their compartment, in the list. -->
		<g
			role="img"
			aria-label={wordsOf(place)}
			class="thing"
			class:lit={lit.includes(place.no)}
			class:pinned={place.pinned}
			transform={moved ? `translate(${moved.dx} ${moved.dy})` : undefined}
			onpointerdown={(event) => start(event, place, up)}
			onpointermove={(event) => move(event, px)}
			onpointerup={end}
			onpointercancel={() => (drag = undefined)}
			onpointerenter={() => drag ?? onlit(place.no)}
			onpointerleave={() => drag ?? onlit(undefined)}
		>
			<title>{wordsOf(place)}</title>
			<rect x={place.box.x[0]} y={-place.box[up][1]} width={w} height={h} stroke-width={(place.pinned ? 1.8 : 1.2) * px} />
			{#if Math.min(w, h) > LEGIBLE * px}
				<text
					x={(place.box.x[0] + place.box.x[1]) / 2}
					y={-(place.box[up][0] + place.box[up][1]) / 2}
					font-size={12 * px}
					text-anchor="middle"
					dominant-baseline="central">{place.no}</text
				>
			{/if}
		</g>
	{/each}
{/snippet}

{#snippet above(px: number)}{@render things(px, 'y', fromAbove)}{/snippet}
{#snippet side(px: number)}{@render things(px, 'z', fromTheSide)}{/snippet}

<DrawingPair
	above={{
		view: views.above,
		note: 'what is on top hides what is under it; draw a thing to where it belongs',
		title: 'From above, with what lies where',
		over: above
	}}
	side={{
		view: views.long,
		note: shelf ? shelf.name : 'all compartments, one behind the other',
		title: 'From the side, with what lies where',
		over: side
	}}
/>

<style>
	.room {
		fill: none;
		stroke: var(--accent);
	}
	.thing {
		cursor: grab;
		touch-action: none;
	}
	.thing rect {
		fill: var(--gear);
		fill-opacity: 0.82;
		stroke: var(--ink);
	}
	.thing.pinned rect {
		stroke: var(--accent);
	}
	.thing.lit rect {
		fill: var(--accent);
		fill-opacity: 0.85;
	}
	.thing text {
		fill: var(--ink);
		font-family: var(--font-figures);
		font-weight: 600;
		pointer-events: none;
	}
	.thing.lit text {
		fill: var(--room);
	}
</style>
