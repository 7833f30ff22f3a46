<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { GasStruts } from '../core/plan';
	import type { Lid } from '../core/structure';
	import { formatLength } from '../core/units';

	interface Props {
		lid: Lid;
		struts: GasStruts | undefined;
		/** Angle shown, by its number. */
		step: number;
	}
	let { lid, struts, step }: Props = $props();

	/** In the plane across the hinge, the hinge at 0: x out from it, y up. */
	const outAt = (angle: number, along: number, behind = 0) => ({
		x: along * Math.cos(lid.lean + angle) + behind * Math.sin(lid.lean + angle),
		y: along * Math.sin(lid.lean + angle) - behind * Math.cos(lid.lean + angle)
	});
	const open = $derived(lid.angles.at(-1)!);
	const shown = $derived(lid.angles[step]);
	const arc = $derived(Array.from({ length: 25 }, (_, i) => outAt((open * i) / 24, lid.grip)));
	const ends = $derived(struts ? { body: outAt(0, struts.along, struts.behind), lid: outAt(shown, struts.onLid) } : undefined);
	const all = $derived([{ x: 0, y: 0 }, ...arc, ...(ends ? [ends.body, outAt(0, struts!.onLid), outAt(open, struts!.onLid)] : [])]);
	const span = $derived({
		x: Math.min(...all.map((p) => p.x)),
		y: Math.max(...all.map((p) => p.y)),
		wide: Math.max(...all.map((p) => p.x)) - Math.min(...all.map((p) => p.x)),
		high: Math.max(...all.map((p) => p.y)) - Math.min(...all.map((p) => p.y))
	});
	const rim = $derived(0.08 * Math.max(span.wide, span.high) + 10);
	const px = $derived((span.high + 2 * rim) / 240);
	const to = (p: { x: number; y: number }) => `${p.x.toFixed(1)} ${(-p.y).toFixed(1)}`;
</script>

<svg
	viewBox="{span.x - rim} {-span.y - rim} {span.wide + 2 * rim} {span.high + 2 * rim}"
	role="img"
	aria-label="{lid.name} {Math.round((shown * 180) / Math.PI)} degrees open, seen along its hinge{struts ? ', with its gas strut' : ''}"
>
	<path d="M{to({ x: span.x - rim / 2, y: 0 })}L{to({ x: span.x + span.wide + rim / 2, y: 0 })}" class="level" stroke-width={px} />
	<path d="M{arc.map(to).join('L')}" class="way" stroke-width={1.2 * px} stroke-dasharray="{3 * px} {5 * px}" />
	<path d="M0 0L{to(outAt(0, lid.grip))}" class="shut" stroke-width={2 * px} stroke-dasharray="{7 * px} {4 * px}" />
	<path d="M0 0L{to(outAt(shown, lid.grip))}" class="lid" stroke-width={7 * px} />
	{#if ends}
		<path d="M{to(ends.body)}L{to(ends.lid)}" class="strut" stroke-width={4.5 * px} />
		<circle cx={ends.body.x} cy={-ends.body.y} r={6 * px} class="end" />
		<circle cx={ends.lid.x} cy={-ends.lid.y} r={6 * px} class="end" />
	{/if}
	<circle cx="0" cy="0" r={7 * px} class="hinge" stroke-width={2.5 * px} />
</svg>
<p class="quiet">
	Seen along its hinge: <span class="figures">{formatLength(Math.round(lid.grip), preferences.units)}</span> from the hinge to the edge.
</p>

<style>
	svg {
		display: block;
		width: 100%;
		height: 260px;
		background: var(--room);
	}
	path {
		fill: none;
	}
	.level {
		stroke: var(--rule);
	}
	.way,
	.shut {
		stroke: var(--ink-soft);
	}
	.lid {
		stroke: var(--wood-edge, var(--ink));
	}
	.strut {
		stroke: var(--accent);
	}
	.end {
		fill: var(--accent);
	}
	.hinge {
		fill: var(--sheet);
		stroke: var(--ink);
	}
	p {
		margin: 4px 0 0;
		font-size: 12px;
	}
</style>
