<script lang="ts">
	import { untrack } from 'svelte';
	import { preferences } from '$lib/client/preferences.svelte';
	import type { Conversion } from '$lib/core/moves';
	import { formatLength } from '$lib/core/units';
	import BlockedWay from '$lib/ui/BlockedWay.svelte';
	import { useWorkbench } from '$lib/ui/context';
	import InAndOut from '$lib/ui/InAndOut.svelte';
	import { ownTimes } from '$lib/core/log';
	import { secondsWords } from '$lib/ui/words';
	import MoveList from '$lib/ui/MoveList.svelte';
	import ReachList from '$lib/ui/ReachList.svelte';
	import Rehearsal from '$lib/ui/Rehearsal.svelte';

	const workbench = useWorkbench();
	const { session } = workbench;
	const plan = $derived(session.plan);
	const modes = $derived(Object.entries(plan.modes));

	const QUESTIONS = { moves: 'From mode to mode', reach: 'In reach', carry: 'In and out' } as const;
	let question: keyof typeof QUESTIONS = $state('moves');

	// Usually one goes from how the vehicle drives to how one sleeps in it.
	const byUse = (use: string) => untrack(() => modes.find(([, mode]) => mode.use === use)?.[0]);
	/** What somebody with a stopwatch took for it. */
	const own = $derived(ownTimes(plan).find((one) => one.from === from && one.to === to));
	let from = $state(byUse('drive') ?? untrack(() => modes[0]?.[0] ?? ''));
	let to = $state(byUse('night') ?? untrack(() => modes.at(-1)?.[0] ?? ''));
	let found: Conversion | undefined = $state.raw();
	let failure: string | undefined = $state();
	let working = $state(false);
	/** Seconds from the start of the conversion. */
	let at = $state(0);

	$effect(() => {
		const { derived } = workbench;
		const asked = { plan, from, to };
		if (!derived || !Object.hasOwn(plan.modes, from) || !Object.hasOwn(plan.modes, to)) return;
		working = true;
		at = 0;
		derived
			.convert(asked.plan, asked.from, asked.to)
			.then((result) => {
				if (asked.plan !== plan || asked.from !== from || asked.to !== to) return;
				[found, failure, working] = [result, undefined, false];
			})
			.catch((error: Error) => ([failure, working] = [error.message, false]));
	});
	const long = (mm: number) => formatLength(Math.round(mm), preferences.units);
	const tightest = $derived.by(() => {
		if (!found?.ok || found.tightest === null) return undefined;
		const { tightest } = found;
		return found.actions.find(({ sweep }) => sweep.margin === tightest)!.sweep;
	});
	const tools = $derived(found?.ok ? [...new Set(found.actions.flatMap(({ tools }) => tools))] : []);
</script>

{#snippet modePick(label: string, value: string, set: (id: string) => void)}
	<label>
		<span class="quiet">{label}</span>
		<select class="field" {value} onchange={(event) => set(event.currentTarget.value)}>
			{#each modes as [id, mode] (id)}<option value={id}>{mode.name}</option>{/each}
		</select>
	</label>
{/snippet}

<div class="stage" class:wide={question === 'carry'}>
	<section class="steps" aria-label="Moves">
		<div class="tabs" role="group" aria-label="Which question">
			{#each Object.entries(QUESTIONS) as [key, words] (key)}
				<button
					type="button"
					class="tool"
					class:main={question === key}
					aria-pressed={question === key}
					onclick={() => {
						question = key as keyof typeof QUESTIONS;
						at = 0;
					}}>{words}</button
				>
			{/each}
		</div>
		{#if question === 'reach'}
			<div class="card pick one">{@render modePick('In the mode', from, (id) => (from = id))}</div>
			<ReachList modeId={from} />
		{:else if question === 'moves'}
			<div class="card pick">
				{@render modePick('From', from, (id) => (from = id))}
				{@render modePick('To', to, (id) => (to = id))}
			</div>
			{#if failure}
				<p role="alert" class="bad">The way could not be worked out: {failure}</p>
			{:else if !found || working}
				<p class="quiet" role="status">Trying the moves …</p>
			{:else if !found.ok}
				<BlockedWay {found} {from} {to} />
			{:else if found.actions.length === 0}
				<p class="quiet">Nothing has to be moved between these two modes.</p>
			{:else}
				<p class="sum">
					<strong class="figures">{found.seconds} s</strong>{#if own}
						(you took <span class="figures">{secondsWords(own.mean)}</span>{#if own.times > 1}, mean of <span class="figures"
								>{own.times}</span
							>{/if}){/if} in {found.actions.length === 1
						? 'one move'
						: `${found.actions.length} moves`}{#if tightest && tightest.margin !== null}, closest
						<span class="figures">{long(tightest.margin)}</span>: {tightest.who.toLowerCase()} at {tightest.whom.toLowerCase()}{/if}{#if tools.length > 0}.
						Tools: {tools.join(', ')}{/if}
				</p>
				<MoveList {found} bind:at title="{plan.modes[from]?.name} to {plan.modes[to]?.name}, {found.seconds} s" />
				<button type="button" class="tool print" onclick={() => print()}>Print as a card</button>
				<p class="caution">Hinges, props and lids trap fingers. Seconds are estimates until you time the real thing.</p>
			{/if}
		{/if}
	</section>

	<section class="show" aria-label="What it looks like">
		{#if question === 'carry'}
			<InAndOut />
		{:else if found?.ok && found.actions.length > 0}
			<Rehearsal {found} {from} bind:at still={question === 'reach'} />
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
	.stage.wide {
		grid-template-columns: minmax(0, 1fr);
		grid-template-rows: auto minmax(0, 1fr);
	}
	.steps,
	.show {
		display: flex;
		flex-direction: column;
		gap: 8px;
		min-height: 0;
	}
	.tabs {
		display: flex;
		gap: 4px;
	}
	.pick {
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
		padding: 8px 10px;
		font-size: 12.5px;
	}
	.pick.one {
		grid-template-columns: 1fr;
	}
	.sum {
		margin: 0;
		font-size: 13.5px;
	}
	.caution {
		margin: 2px 0 0;
	}
	.bad {
		color: var(--clash);
	}
	@media (max-width: 900px) {
		.stage,
		.stage.wide {
			display: flex;
			flex-direction: column;
			height: auto;
		}
	}
	@media print {
		.show,
		.pick,
		.tabs,
		.print {
			display: none;
		}
		.stage {
			display: block;
			height: auto;
		}
	}
</style>
