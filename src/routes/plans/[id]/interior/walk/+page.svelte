<script lang="ts">
	import { tick, untrack } from 'svelte';
	import { resolve } from '$app/paths';
	import { page } from '$app/state';
	import { preferences } from '$lib/client/preferences.svelte';
	import { measuringWalk, questions, type MeasurementEntry } from '$lib/core/interior';
	import { withUnits } from '$lib/core/units';
	import { useWorkbench } from '$lib/ui/context';
	import PracticeResult from '$lib/ui/PracticeResult.svelte';
	import TapeCard from '$lib/ui/TapeCard.svelte';

	const { session } = useWorkbench();
	const plan = $derived(session.plan);
	const words = (text: string) => withUnits(text, preferences.units);
	const keyOf = (entry: MeasurementEntry) => entry.path.join('.');

	const legs = $derived(measuringWalk(plan.vehicle));
	const steps = $derived(legs.flatMap((leg, i) => leg.entries.map((entry) => ({ leg, part: i + 1, entry }))));
	const doubts = $derived(new Map(questions(plan.vehicle).map((question) => [question.path.join('.'), words(question.text)])));
	const open = $derived(steps.filter(({ entry }) => entry.measurement.status === 'guessed'));

	/** Where one stands: at first at the first size that is still a guess. */
	let at: string | undefined = $state(untrack(() => (open[0] ? keyOf(open[0].entry) : undefined)));
	let ended = $state(false);
	const index = $derived(
		Math.max(
			0,
			steps.findIndex(({ entry }) => keyOf(entry) === at)
		)
	);
	const step = $derived(steps[index]);

	function go(to: number) {
		given = false;
		ended = to >= steps.length;
		at = keyOf(steps[Math.max(0, Math.min(steps.length - 1, to))].entry);
	}
	/** To the next size that is still a guess, from here on and then from the start. */
	function nextOpen() {
		const later = steps.findIndex(({ entry }, i) => i > index && entry.measurement.status === 'guessed');
		const any = later >= 0 ? later : steps.findIndex(({ entry }) => entry.measurement.status === 'guessed');
		if (any >= 0) go(any);
		else ended = true;
	}
	/** Set once a number has been given here: Enter then goes on, so that a laser that types needs no hand on the screen. */
	let given = $state(false);
	let card: HTMLElement | undefined = $state();
	async function onward() {
		const typing = document.activeElement?.matches('.walk .large input');
		go(index + 1);
		await tick();
		if (typing) card?.querySelector<HTMLInputElement>('.large input')?.focus();
	}
	function keys(event: KeyboardEvent) {
		if (event.key === 'Enter' && given && event.target instanceof HTMLInputElement && event.target.matches('.walk .large input')) {
			event.preventDefault();
			void onward();
			return;
		}
		const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select, summary');
		if (typing || event.altKey || event.ctrlKey || event.metaKey) return;
		if (event.key === 'ArrowRight' || event.key === 'PageDown') go(index + 1);
		else if (event.key === 'ArrowLeft' || event.key === 'PageUp') go(index - 1);
		else return;
		event.preventDefault();
	}
	const doubted = $derived(steps.filter(({ entry }) => doubts.has(keyOf(entry))));
</script>

<svelte:window onkeydown={keys} />

<div class="walk">
	{#if ended}
		<section class="card end">
			<h2>{open.length === 0 ? 'Every size is taken' : 'The end of the walk'}</h2>
			{#if open.length > 0}
				<p>
					<span class="figures">{open.length}</span>
					{open.length === 1 ? 'size is' : 'sizes are'} still a guess. Plans work with guesses; findings say which of them matter.
				</p>
				<button type="button" class="tool main" onclick={nextOpen}>Go back to what was left out</button>
			{/if}
			{#if doubted.length > 0}
				<h3>Look once more</h3>
				<ul>
					{#each doubted as { entry } (keyOf(entry))}
						<li>
							<button type="button" class="link" onclick={() => go(steps.findIndex((s) => s.entry === entry))}>{words(entry.label)}</button>
							{doubts.get(keyOf(entry))}
						</li>
					{/each}
				</ul>
			{/if}
			{#if plan.practice}<PracticeResult {plan} />{/if}
			<div class="steps">
				<button type="button" class="tool" onclick={() => go(steps.length - 1)}>Back</button>
				<a class="tool main" href={resolve(`/plans/${page.params.id}/interior` as '/')}>Done</a>
			</div>
		</section>
	{:else}
		<p class="leg">
			<strong>{step.leg.place}</strong>
			<span class="quiet">{step.leg.doing}</span>
		</p>
		<div
			class="track"
			role="progressbar"
			aria-label="Sizes taken"
			aria-valuemin="0"
			aria-valuemax={steps.length}
			aria-valuenow={steps.length - open.length}
		>
			{#each legs as leg (leg.place)}
				<span class="part" style:flex={leg.entries.length}>
					<span style:width="{(100 * leg.entries.filter((entry) => entry.measurement.status !== 'guessed').length) / leg.entries.length}%"
					></span>
				</span>
			{/each}
		</div>
		<section class="card tape" aria-label="Where to hold the tape" bind:this={card}>
			<TapeCard entry={step.entry} doubt={doubts.get(keyOf(step.entry))} onmeasured={() => setTimeout(() => (given = true))} />
		</section>
		<div class="steps">
			<button type="button" class="tool" onclick={() => go(index - 1)} disabled={index === 0}>Back</button>
			<button type="button" class="tool" onclick={nextOpen} disabled={open.length === 0}>Next guess</button>
			<button type="button" class="tool main" onclick={() => go(index + 1)}
				>{step.entry.measurement.status === 'guessed' ? 'Skip' : 'Next'}</button
			>
		</div>
		<p class="quiet count">
			<span class="figures">{index + 1}</span> of <span class="figures">{steps.length}</span>; <span class="figures">{open.length}</span>
			still guessed.
			<a class="link" href={resolve(`/plans/${page.params.id}/interior` as '/')}>All sizes as a list</a>
		</p>
	{/if}
</div>

<style>
	.walk {
		max-width: 720px;
		margin: 0 auto;
		padding: 10px 12px;
		display: flex;
		flex-direction: column;
		gap: 8px;
		height: 100%;
		min-height: 0;
		overflow-y: auto;
	}
	.leg {
		margin: 0;
		display: flex;
		flex-wrap: wrap;
		gap: 0 10px;
		font-size: 13px;
	}
	.track {
		display: flex;
		gap: 3px;
	}
	.part {
		height: 6px;
		background: var(--rule);
		border-radius: 3px;
		overflow: hidden;
	}
	.part span {
		display: block;
		height: 100%;
		background: var(--accent);
	}
	.tape {
		flex: 1;
		min-height: 430px;
		display: flex;
		flex-direction: column;
		padding: 12px 14px;
	}
	.steps {
		display: flex;
		gap: 8px;
		position: sticky;
		bottom: 0;
		background: var(--paper);
		padding: 4px 0;
	}
	.steps .tool {
		flex: 1;
		min-height: 52px;
		font-size: 15px;
	}
	.steps .main {
		flex: 1.6;
	}
	.count {
		margin: 0;
		font-size: 12.5px;
	}
	.link {
		color: var(--accent);
		text-decoration: underline;
		cursor: pointer;
	}
	.end {
		padding: 16px;
		display: grid;
		gap: 10px;
	}
	.end h2 {
		font-size: 20px;
		margin: 0;
	}
	.end h3 {
		font-size: 14px;
		margin: 0;
	}
	.end li {
		font-size: 13px;
		margin-bottom: 6px;
	}
</style>
