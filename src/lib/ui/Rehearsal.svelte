<script lang="ts">
	import { Pause, Play, StepBack, StepForward } from '@lucide/svelte';
	import { onMount } from 'svelte';
	import type { Look } from '../client/derive.worker';
	import { newest } from '../client/newest';
	import { preferences } from '../client/preferences.svelte';
	import { actionAt, timelineOf, type Conversion } from '../core/moves';
	import type { ModelThing } from '../core/solid';
	import { formatLength } from '../core/units';
	import { useWorkbench } from './context';
	import Drawing from './Drawing.svelte';
	import Model from './Model.svelte';

	interface Props {
		found: Conversion & { ok: true };
		/** The mode it starts in. */
		from: string;
		/** Seconds from its start. */
		at: number;
		/** Only shows how things stand, without the time line. */
		still?: boolean;
	}
	let { found, from, at = $bindable(), still = false }: Props = $props();

	const workbench = useWorkbench();
	const { session, gaze } = workbench;
	let playing = $state(false);
	let views: Look['views'] | undefined = $state.raw();
	let moving: ModelThing[] | undefined = $state.raw();

	const moments = $derived(timelineOf(found.actions));
	const moment = $derived(actionAt(found.actions, at));
	const action = $derived(found.actions[moment.index]);
	/** The step that is being done. */
	const step = $derived(moments.findLast(({ start }) => start <= at + 0.001) ?? moments[0]);

	/** The moment at which things come closest. */
	const tightest = $derived.by(() => {
		if (found.tightest === null) return undefined;
		const index = found.actions.findIndex(({ sweep }) => sweep.margin === found.tightest);
		const { sweep } = found.actions[index];
		return { time: moments.find(({ action }) => action === index)!.start + sweep.at, ...sweep };
	});
	const lit = $derived(
		tightest && Math.abs(tightest.time - at) < 0.6 && tightest.margin !== null
			? { line: undefined, at: tightest.where, text: formatLength(Math.round(tightest.margin), preferences.units) }
			: undefined
	);

	/** A moment of a conversion that the plan has left behind cannot be shown, and need not be. */
	const missed = () => undefined;
	const draw = newest(async ({ index, share, x }: { index: number; share: number; x: number }) => {
		views = (await workbench.derived?.during(index, share, x).catch(missed)) ?? views;
	});
	const shape = newest(async ({ index, share }: { index: number; share: number }) => {
		moving = (await workbench.solids?.during(index, share).catch(missed)) ?? moving;
	});
	// Told once for a conversion, so that a moment is asked for by its number alone.
	$effect(() => {
		if (gaze.solid) workbench.solids?.rehearse(session.plan, from, found.actions);
	});
	$effect(() => draw({ index: moment.index, share: moment.share, x: gaze.sectionX }));
	$effect(() => {
		void found;
		if (gaze.solid) shape({ index: moment.index, share: moment.share });
	});

	onMount(() => {
		let last = performance.now();
		let frame = requestAnimationFrame(function tick(now) {
			if (playing) {
				at = Math.min(found.seconds, at + (now - last) / 1000);
				if (at >= found.seconds) playing = false;
			}
			last = now;
			frame = requestAnimationFrame(tick);
		});
		return () => cancelAnimationFrame(frame);
	});

	function play() {
		if (at >= found.seconds) at = 0;
		playing = !playing;
	}
	/** To the beginning of the next step, or of this one and then the one before. */
	function stepBy(way: 1 | -1) {
		playing = false;
		const next =
			way > 0 ? moments.find(({ start }) => start > at + 0.05)?.start : moments.findLast(({ start }) => start < at - 0.05)?.start;
		at = next ?? (way > 0 ? found.seconds : 0);
	}
</script>

{#if views}
	<div class="drawings" class:solid={gaze.solid}>
		<div class="card view wide"><Drawing view={views.long} title="Rehearsal, along the middle" {lit} /></div>
		{#if gaze.solid}
			<div class="card view room">
				{#if workbench.solids?.failure}<p class="quiet">{workbench.solids.failure}</p>{/if}
				<Model
					model={workbench.solids?.model}
					moving={moving ?? []}
					selected={action?.subject}
					{lit}
					length={session.plan.vehicle.length.mm}
				/>
			</div>
		{/if}
		<div class="card view"><Drawing view={views.above} title="Rehearsal, from above" {lit} /></div>
		<div class="card view"><Drawing view={views.cross} title="Rehearsal, across" {lit} /></div>
	</div>
	{#if !still}<div class="card time">
			<p class="now" aria-live="polite">
				{at >= found.seconds ? 'Done.' : (step?.words ?? '')}
			</p>
			<div class="controls">
				<button type="button" class="tool" onclick={() => stepBy(-1)} aria-label="Step back"><StepBack size={16} /></button>
				<button type="button" class="tool main" onclick={play} aria-label={playing ? 'Pause' : 'Play'}>
					{#if playing}<Pause size={16} />{:else}<Play size={16} />{/if}
				</button>
				<button type="button" class="tool" onclick={() => stepBy(1)} aria-label="Step forward"><StepForward size={16} /></button>
				<div class="track">
					{#each moments as { start, action, step } (`${action}-${step}`)}
						{#if start > 0}<span class="tick" class:whole={step === 0} style:left="{(100 * start) / found.seconds}%"></span>{/if}
					{/each}
					<input
						type="range"
						min="0"
						max={found.seconds}
						step="0.1"
						bind:value={at}
						oninput={() => (playing = false)}
						aria-label="Time"
						aria-valuetext="{at.toFixed(1)} seconds: {step?.words ?? ''}"
					/>
					{#if tightest && found.seconds > 0}
						<button
							type="button"
							class="mark"
							style:left="{(100 * tightest.time) / found.seconds}%"
							title="Closest here"
							aria-label="To the closest moment"
							onclick={() => (at = tightest.time)}
						></button>
					{/if}
				</div>
				<span class="figures clock">{at.toFixed(1)} / {found.seconds} s</span>
				<button type="button" class="tool" aria-pressed={gaze.solid} onclick={() => (gaze.solid = !gaze.solid)}
					>{gaze.solid ? 'Without 3D' : 'With 3D'}</button
				>
			</div>
		</div>{/if}
{/if}

<style>
	.drawings {
		flex: 1;
		min-height: 0;
		display: grid;
		grid-template-columns: 1.35fr 1fr;
		grid-template-rows: minmax(0, 1fr) minmax(0, 1fr);
		gap: 8px;
	}
	.view {
		position: relative;
		min-height: 0;
		min-width: 0;
		background: var(--paper);
		padding: 4px;
		overflow: hidden;
	}
	.drawings:not(.solid) .wide {
		grid-column: 1 / -1;
	}
	.time {
		display: flex;
		flex-direction: column;
		gap: 4px;
		padding: 6px 12px 8px;
	}
	.now {
		margin: 0;
		font-size: 14px;
		font-weight: 600;
		min-height: 1.4em;
	}
	.controls {
		display: flex;
		gap: 8px;
		align-items: center;
	}
	.track {
		position: relative;
		flex: 1;
		min-width: 60px;
	}
	.track input {
		width: 100%;
		accent-color: var(--accent);
		position: relative;
	}
	.tick {
		position: absolute;
		top: 2px;
		width: 1px;
		height: 6px;
		background: var(--ink-soft);
		pointer-events: none;
	}
	.tick.whole {
		height: 20px;
		width: 2px;
	}
	.mark {
		position: absolute;
		top: -5px;
		width: 12px;
		height: 12px;
		margin-left: -6px;
		background: var(--tight);
		clip-path: polygon(0 0, 100% 0, 50% 100%);
		cursor: pointer;
	}
	.clock {
		white-space: nowrap;
	}
	@media (max-width: 900px) {
		.drawings {
			display: flex;
			flex-direction: column;
		}
		.view {
			height: 240px;
			flex: none;
		}
		.controls {
			flex-wrap: wrap;
		}
		.track {
			flex-basis: 100%;
			order: 3;
		}
	}
	@media print {
		.drawings,
		.time {
			display: none;
		}
	}
</style>
