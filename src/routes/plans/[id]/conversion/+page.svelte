<script lang="ts">
	import { Pause, Play } from '@lucide/svelte';
	import { onMount, untrack } from 'svelte';
	import type { Look } from '$lib/client/derive.worker';
	import { preferences } from '$lib/client/preferences.svelte';
	import type { Conversion } from '$lib/core/moves';
	import { formatLength } from '$lib/core/units';
	import { useWorkbench } from '$lib/ui/context';
	import Drawing from '$lib/ui/Drawing.svelte';

	const workbench = useWorkbench();
	const { session, gaze } = workbench;
	const plan = $derived(session.plan);
	const modes = $derived(Object.entries(plan.modes));

	// Usually one goes from how the vehicle drives to how one sleeps in it.
	const byUse = (use: string) => untrack(() => modes.find(([, mode]) => mode.use === use)?.[0]);
	let from = $state(byUse('drive') ?? untrack(() => modes[0]?.[0] ?? ''));
	let to = $state(byUse('night') ?? untrack(() => modes.at(-1)?.[0] ?? ''));
	let found: Conversion | undefined = $state.raw();
	let failure: string | undefined = $state();
	let working = $state(false);

	/** Seconds from the start of the conversion. */
	let at = $state(0);
	let playing = $state(false);
	let views: Look['views'] | undefined = $state.raw();

	$effect(() => {
		const { derived } = workbench;
		const asked = { plan, from, to };
		if (!derived || !Object.hasOwn(plan.modes, from) || !Object.hasOwn(plan.modes, to)) return;
		working = true;
		[at, playing] = [0, false];
		derived
			.convert(asked.plan, asked.from, asked.to)
			.then((result) => {
				if (asked.plan !== plan || asked.from !== from || asked.to !== to) return;
				[found, failure, working] = [result, undefined, false];
			})
			.catch((error: Error) => ([failure, working] = [error.message, false]));
	});

	/** Which action a moment belongs to, and which share of it is done. */
	const moment = $derived.by(() => {
		if (!found?.ok) return { index: 0, share: 0, start: 0 };
		let start = 0;
		for (const [index, { seconds }] of found.actions.entries()) {
			if (at < start + seconds || index === found.actions.length - 1)
				return { index, share: seconds > 0 ? Math.min(1, (at - start) / seconds) : 1, start };
			start += seconds;
		}
		return { index: 0, share: 0, start: 0 };
	});

	let drawing = false;
	let wanted: { index: number; share: number; x: number } | undefined;
	/** Always the newest moment; those in between are skipped when they come faster than they are drawn. */
	async function draw() {
		if (drawing) return;
		drawing = true;
		while (wanted) {
			const { index, share, x } = wanted;
			wanted = undefined;
			views = await workbench.derived?.during(index, share, x);
		}
		drawing = false;
	}
	$effect(() => {
		if (!found?.ok) return;
		wanted = { index: moment.index, share: moment.share, x: gaze.sectionX };
		void draw();
	});

	onMount(() => {
		let last = performance.now();
		let frame = requestAnimationFrame(function tick(now) {
			if (playing && found?.ok) {
				at = Math.min(found.seconds, at + (now - last) / 1000);
				if (at >= found.seconds) playing = false;
			}
			last = now;
			frame = requestAnimationFrame(tick);
		});
		return () => cancelAnimationFrame(frame);
	});

	function play() {
		if (found?.ok && at >= found.seconds) at = 0;
		playing = !playing;
	}
	const starts = $derived.by(() => {
		let sum = 0;
		return found?.ok ? found.actions.map(({ seconds }) => (sum += seconds) - seconds) : [];
	});
	const long = (mm: number) => formatLength(Math.round(mm), preferences.units);
	/** The moment at which things come closest. */
	const tightest = $derived.by(() => {
		if (!found?.ok || found.tightest === null) return undefined;
		const index = found.actions.findIndex((action) => action.sweep.margin === (found as { tightest: number }).tightest);
		const { sweep } = found.actions[index];
		return { time: starts[index] + sweep.at, ...sweep };
	});
	const lit = $derived(
		found?.ok && tightest && Math.abs(tightest.time - at) < 0.6 && tightest.margin !== null
			? { line: undefined, at: tightest.where, text: long(tightest.margin) }
			: undefined
	);
</script>

<div class="stage">
	<section class="steps" aria-label="Moves">
		<div class="card pick">
			<label>
				<span class="quiet">From</span>
				<select class="field" bind:value={from}>
					{#each modes as [id, mode] (id)}<option value={id}>{mode.name}</option>{/each}
				</select>
			</label>
			<label>
				<span class="quiet">To</span>
				<select class="field" bind:value={to}>
					{#each modes as [id, mode] (id)}<option value={id}>{mode.name}</option>{/each}
				</select>
			</label>
		</div>
		{#if failure}
			<p role="alert" class="bad">The way could not be worked out: {failure}</p>
		{:else if !found || working}
			<p class="quiet" role="status">Trying the moves …</p>
		{:else if !found.ok}
			<div class="card blocked" role="alert">
				<strong>No way was found{found.proven ? '' : ', though not everything was tried'}.</strong>
				<ul>
					{#each found.blocks.slice(0, 5) as block (block.action + block.who + block.whom)}
						<li>{block.action}: {block.who} hits {block.whom} by <span class="figures">{long(block.by)}</span>.</li>
					{/each}
				</ul>
				{#if found.blocks.length === 0}<p>Nothing that the pieces can do leads there.</p>{/if}
				<p class="quiet">Set a seat further away in one of the two modes, or change the piece in Layout.</p>
			</div>
		{:else if found.actions.length === 0}
			<p class="quiet">Nothing has to be moved between these two modes.</p>
		{:else}
			<p class="sum">
				<strong class="figures">{found.seconds} s</strong> in {found.actions.length === 1
					? 'one move'
					: `${found.actions.length} moves`}{#if tightest && tightest.margin !== null}, closest
					<span class="figures">{long(tightest.margin)}</span>: {tightest.who.toLowerCase()} at {tightest.whom.toLowerCase()}{/if}
			</p>
			<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
			<ol class="list" tabindex="0" aria-label="In this order">
				{#each found.actions as action, i (i)}
					<li class:now={moment.index === i}>
						<button type="button" onclick={() => (at = starts[i])}>
							<strong>{action.name}</strong>
							<span class="figures quiet">{action.seconds} s{action.hands === 2 ? ', two hands' : ''}</span>
						</button>
						<ul>
							{#each action.steps as step, k (k)}<li>{step.words}</li>{/each}
						</ul>
						{#if action.loose.length > 0}<p class="quiet">Loose meanwhile: {action.loose.join(', ').toLowerCase()}</p>{/if}
					</li>
				{/each}
			</ol>
			<button type="button" class="tool print" onclick={() => print()}>Print as a card</button>
			<p class="caution">Hinges, props and lids trap fingers. Seconds are estimates until you time the real thing.</p>
		{/if}
	</section>

	<section class="show">
		{#if found?.ok && views}
			<div class="drawings">
				<div class="card view wide"><Drawing view={views.long} title="Rehearsal, along the middle" {lit} /></div>
				<div class="card view"><Drawing view={views.above} title="Rehearsal, from above" {lit} /></div>
				<div class="card view">
					<Drawing view={views.cross} title="Rehearsal, across" {lit} />
				</div>
			</div>
			<div class="card time">
				<button type="button" class="tool main" onclick={play} aria-label={playing ? 'Pause' : 'Play'}>
					{#if playing}<Pause size={16} />{:else}<Play size={16} />{/if}
				</button>
				<div class="track">
					<input
						type="range"
						min="0"
						max={found.seconds}
						step="0.1"
						bind:value={at}
						oninput={() => (playing = false)}
						aria-label="Time"
						aria-valuetext="{at.toFixed(1)} seconds"
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
				<span class="figures">{at.toFixed(1)} / {found.seconds} s</span>
			</div>
		{/if}
	</section>
</div>

<style>
	.stage {
		display: grid;
		grid-template-columns: 330px minmax(0, 1fr);
		gap: 12px;
		padding: 12px;
		height: 100%;
		min-height: 0;
	}
	.steps,
	.show {
		display: flex;
		flex-direction: column;
		gap: 8px;
		min-height: 0;
	}
	.pick {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
		padding: 8px 10px;
		font-size: 12.5px;
	}
	.sum {
		margin: 0;
		font-size: 13.5px;
	}
	.list {
		overflow-y: auto;
		min-height: 0;
		flex: 1;
		font-size: 13px;
		counter-reset: move;
	}
	.list > li {
		padding: 6px 8px;
		border-left: 3px solid var(--rule);
		margin-bottom: 6px;
	}
	.list > li.now {
		border-left-color: var(--accent);
		background: var(--accent-soft);
	}
	.list > li.now .quiet {
		color: var(--ink);
	}
	.list button {
		display: flex;
		justify-content: space-between;
		gap: 8px;
		width: 100%;
		text-align: left;
		cursor: pointer;
	}
	.list ul {
		list-style: disc;
		padding-left: 18px;
	}
	.list p,
	.caution {
		margin: 2px 0 0;
	}
	.blocked {
		padding: 10px 12px;
		border-left: 3px solid var(--clash);
		font-size: 13px;
	}
	.blocked ul {
		list-style: disc;
		padding-left: 18px;
	}
	.bad {
		color: var(--clash);
	}
	.drawings {
		flex: 1;
		min-height: 0;
		display: grid;
		grid-template-columns: 1.35fr 1fr;
		grid-template-rows: minmax(0, 1fr) minmax(0, 1fr);
		gap: 8px;
	}
	.view {
		min-height: 0;
		min-width: 0;
		background: var(--paper);
		padding: 4px;
	}
	.wide {
		grid-column: 1 / -1;
	}
	.time {
		display: flex;
		gap: 12px;
		align-items: center;
		padding: 8px 12px;
	}
	.track {
		position: relative;
		flex: 1;
	}
	.track input {
		width: 100%;
		accent-color: var(--accent);
	}
	.mark {
		position: absolute;
		top: -4px;
		width: 12px;
		height: 12px;
		margin-left: -6px;
		background: var(--tight);
		clip-path: polygon(0 0, 100% 0, 50% 100%);
		cursor: pointer;
	}
	@media (max-width: 900px) {
		.stage {
			display: flex;
			flex-direction: column;
			height: auto;
		}
		.drawings {
			display: flex;
			flex-direction: column;
		}
		.view {
			height: 240px;
		}
	}
	@media print {
		.show,
		.pick,
		.print {
			display: none;
		}
		.stage {
			display: block;
			height: auto;
		}
		.list {
			overflow: visible;
			font-size: 15px;
		}
	}
</style>
