<script lang="ts">
	import { scaleLinear } from 'd3-scale';
	import { area, line } from 'd3-shape';
	import { preferences } from '../client/preferences.svelte';
	import type { GasStruts } from '../core/plan';
	import { GRAVITY, handForces, STRUT_AT, type Lid } from '../core/structure';
	import { formatMass } from '../core/units';

	interface Props {
		lid: Lid;
		struts: GasStruts | undefined;
		/** Angle looked at, by its number among those of the lid. */
		step: number;
		onstep: (step: number) => void;
	}
	let { lid, struts, step, onstep }: Props = $props();

	let width = $state(480);
	const height = 230;
	const [left, right, top, bottom] = [64, 14, 16, 34];
	const degrees = $derived(lid.angles.map((angle) => (angle * 180) / Math.PI));
	const kgOf = (newtons: number) => newtons / GRAVITY;
	const bare = $derived(lid.closing.map((moment) => kgOf(moment / lid.grip)));
	const laden = $derived(lid.laden.map((moment) => kgOf(moment / lid.grip)));
	const at = (kelvin: number) => handForces(lid, struts, kelvin).map(kgOf);
	const held = $derived(struts ? { usual: at(STRUT_AT.named), frost: at(STRUT_AT.frost), heat: at(STRUT_AT.heat) } : undefined);
	const values = $derived([0, ...bare, ...(lid.lying > 0 ? laden : []), ...(held ? [...held.frost, ...held.heat] : [])]);
	const x = $derived(scaleLinear([0, degrees.at(-1)!], [left, Math.max(left + 60, width - right)]));
	const y = $derived(scaleLinear([Math.min(...values), Math.max(1, ...values)], [height - bottom, top]).nice(5));
	const curve = $derived(
		line<number>()
			.x((_, i) => x(degrees[i]))
			.y((kg) => y(kg))
	);
	const band = $derived(
		area<number>()
			.x((_, i) => x(degrees[i]))
			.y0((_, i) => y(held!.frost[i]))
			.y1((_, i) => y(held!.heat[i]))
	);
	const mass = (kg: number) => formatMass(kg, preferences.units);
	const shown = $derived(held?.usual ?? bare);

	function pointed(event: PointerEvent) {
		const box = (event.currentTarget as Element).getBoundingClientRect();
		const share = (event.clientX - box.left - left) / (x.range()[1] - left);
		onstep(Math.max(0, Math.min(degrees.length - 1, Math.round(share * (degrees.length - 1)))));
	}
	function keys(event: KeyboardEvent) {
		const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
		if (by === undefined) return;
		event.preventDefault();
		onstep(Math.max(0, Math.min(degrees.length - 1, step + by)));
	}
</script>

<div class="chart" bind:clientWidth={width}>
	<svg {width} {height} role="group" aria-label="What a hand holds, by how far it is open" onpointerdown={pointed}>
		{#each y.ticks(5) as tick (tick)}
			<path d="M{left} {y(tick)}H{x.range()[1]}" class:zero={tick === 0} class="grid" />
			<text x={left - 6} y={y(tick)} class="side">{mass(tick)}</text>
		{/each}
		{#each x.ticks(6) as tick (tick)}
			<text x={x(tick)} y={height - bottom + 14} class="foot">{tick}°</text>
		{/each}
		<text x={(left + x.range()[1]) / 2} y={height - 6} class="foot">how far it is open</text>
		{#if held}<path d={band(held.frost)} class="band" />{/if}
		{#if lid.lying > 0}<path d={curve(laden)} class="laden" />{/if}
		<path d={curve(bare)} class={held ? 'without' : 'hand'} />
		{#if held}<path d={curve(held.usual)} class="hand" />{/if}
		<g
			role="slider"
			tabindex="0"
			aria-label="How far it is open"
			aria-valuemin="0"
			aria-valuemax={Math.round(degrees.at(-1)!)}
			aria-valuenow={Math.round(degrees[step])}
			aria-valuetext="{Math.round(degrees[step])} degrees: {mass(shown[step])} at the edge"
			onkeydown={keys}
		>
			<path d="M{x(degrees[step])} {top}V{height - bottom}" class="present" />
			<circle cx={x(degrees[step])} cy={y(shown[step])} r="4.5" />
			<text
				x={x(degrees[step]) + (step > degrees.length / 2 ? -8 : 8)}
				y={top + 2}
				class="value"
				text-anchor={step > degrees.length / 2 ? 'end' : 'start'}
				>{Math.round(degrees[step])}°: {shown[step] < -0.05 ? `pushes up with ${mass(-shown[step])}` : mass(shown[step])}</text
			>
		</g>
	</svg>
	<p class="quiet">
		<svg width="18" height="8" aria-hidden="true"><path d="M0 4H18" class="hand" /></svg> a hand at its edge
		{#if held}
			<svg width="18" height="8" aria-hidden="true"><rect width="18" height="8" class="band" /></svg> from frost to heat
			<svg width="18" height="8" aria-hidden="true"><path d="M0 4H18" class="without" /></svg> without struts
		{/if}
		{#if lid.lying > 0}
			<svg width="18" height="8" aria-hidden="true"><path d="M0 4H18" class="laden" /></svg> with the cushion left on
		{/if}
	</p>
</div>

<style>
	.chart {
		min-width: 0;
		overflow: hidden;
	}
	svg {
		display: block;
		touch-action: pan-y;
	}
	p {
		margin: 2px 0 0;
		font-size: 12px;
	}
	p svg {
		display: inline-block;
		vertical-align: middle;
		margin-left: 8px;
	}
	path {
		fill: none;
	}
	text {
		font-size: 11px;
		fill: var(--ink-soft);
		dominant-baseline: central;
		font-family: var(--font-figures);
	}
	.side {
		text-anchor: end;
	}
	.foot {
		text-anchor: middle;
	}
	.grid {
		stroke: var(--rule);
		stroke-width: 1;
	}
	.grid.zero {
		stroke: var(--ink-soft);
	}
	.hand {
		stroke: var(--accent);
		stroke-width: 2.2;
	}
	.without {
		stroke: var(--ink-soft);
		stroke-width: 1.2;
		stroke-dasharray: 5 4;
	}
	.laden {
		stroke: var(--ink);
		stroke-width: 1.2;
		stroke-dasharray: 1.5 3;
	}
	.band {
		fill: var(--accent);
		fill-opacity: 0.16;
	}
	.present {
		stroke: var(--ink);
		stroke-width: 1;
	}
	circle {
		fill: var(--accent);
	}
	.value {
		font-weight: 650;
		font-size: 12px;
		fill: var(--ink);
	}
	g:focus-visible {
		outline: 2px solid var(--accent);
	}
</style>
