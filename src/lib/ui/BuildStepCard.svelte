<script lang="ts">
	import { resolve } from '$app/paths';
	import { page } from '$app/state';
	import { preferences } from '../client/preferences.svelte';
	import type { Dated, Moment, PlannedStep } from '../core/build';
	import { withUnits } from '../core/units';
	import { useWorkbench } from './context';
	import CameOut from './CameOut.svelte';
	import MeasuredAgain from './MeasuredAgain.svelte';
	import MomentDrawing from './MomentDrawing.svelte';
	import NumberField from './NumberField.svelte';
	import { dateWords, hourWords, minutesWords } from './words';

	interface Props {
		step: PlannedStep;
		dated: Dated | undefined;
		/** Its minutes as our estimate has them by the pace so far. */
		minutes: number;
		ondone: (minutes?: number) => void;
		onundone: () => void;
		onminutes: (minutes: number | undefined) => void;
		onmove: (date: string | undefined) => void;
		onnext: () => void;
	}
	let { step, dated, minutes, ondone, onundone, onminutes, onmove, onnext }: Props = $props();

	const workbench = useWorkbench();
	const { session } = workbench;
	const { done, notBefore } = $derived(session.plan.build);
	const took = $derived(done[step.id]?.minutes);
	const words = (text: string) => withUnits(text, preferences.units);

	// Another step begins at its end: what it comes to is seen first.
	let line = $derived(
		Math.max(
			0,
			step.lines.findLastIndex(({ parts }) => parts.length > 0)
		)
	);
	let moment: Moment | undefined = $state.raw();
	const last = $derived(step.lines.length - 1);
	$effect(() => {
		let current = true;
		void workbench.derived?.moment(step.id, Math.min(line, last)).then((found) => {
			if (current) moment = found;
		});
		return () => (current = false);
	});
	/** What this step cut, by name and number. */
	const cutHere = $derived(
		step.id.startsWith('cut:')
			? step.lines
					.flatMap(({ parts }) => parts)
					.flatMap((key) =>
						session.plan.build.cut[key] ? [{ key, called: step.called[key] ?? key, cut: session.plan.build.cut[key] }] : []
					)
			: []
	);
	const isDone = $derived(step.state === 'done');
</script>

<article class="card" aria-label={step.title}>
	<header>
		<div>
			<p class="quiet where">At {step.setUp.replace(/^painting$/, 'the place for painting').replace(/^sewing$/, 'the sewing table')}</p>
			<h2>{step.title}</h2>
			<p class="quiet facts">
				<span class="figures">{minutesWords(minutes)}</span>{step.hands === 2 ? ', two people' : ''}{#if dated}, {dateWords(
						dated.stretches[0].date
					)} from <span class="figures">{hourWords(dated.stretches[0].from)}</span>{/if}{#if step.dries > 0}, then dries
					<span class="figures">{step.dries} h</span>{/if}
			</p>
		</div>
		{#if isDone}
			<button type="button" class="tool main big" onclick={onnext}>Go on</button>
		{:else}
			<button type="button" class="tool main big" onclick={() => ondone()}>Done</button>
		{/if}
	</header>
	{#if moment}
		<figure>
			<MomentDrawing {moment} label="{step.title}, after line {Math.min(line, last) + 1} of {step.lines.length}" />
		</figure>
		{#if step.lines.filter(({ parts }) => parts.length > 0).length > 1}
			<div class="turns">
				<button type="button" class="tool" disabled={line <= 0} onclick={() => (line = line - 1)}>Back</button>
				<span class="figures quiet">{Math.min(line, last) + 1} of {step.lines.length}</span>
				<button type="button" class="tool" disabled={line >= last} onclick={() => (line = line + 1)}>Forward</button>
			</div>
		{/if}
	{/if}
	{#if step.since.length > 0}
		<p class="since">
			It was done {dateWords(done[step.id].on)}, and there is more in it since: {step.since.map(words).join('; ')}.
		</p>
	{/if}
	<ol class="lines">
		{#each step.lines as one, i (i)}
			<li class:now={moment && i === line}>
				{#if moment && one.parts.length > 0}
					<button type="button" onclick={() => (line = i)}>{words(one.words)}</button>
				{:else}{words(one.words)}{/if}
			</li>
		{/each}
	</ol>
	{#if step.tools.length > 0}<p><span class="quiet">To hand:</span> {step.tools.join(', ')}.</p>{/if}
	{#if step.caution}<p class="caution">{step.caution}</p>{/if}
	{#if step.waitsFor.length > 0 && !isDone}
		<details>
			<summary>Waits for {step.waitsFor.length === 1 ? 'one step' : `${step.waitsFor.length} steps`}</summary>
			<ul>
				{#each step.waitsFor as why (why)}<li>{why}.</li>{/each}
			</ul>
		</details>
	{/if}
	{#if step.kind === 'cut' || step.kind === 'drill'}
		<p><a href={resolve(`/plans/${page.params.id}/cutting` as '/')}>See layouts and drawings in Cutting</a></p>
	{/if}
	<footer>
		{#if isDone}
			<p>Done {dateWords(done[step.id].on)}.</p>
			<button type="button" class="tool" onclick={onundone}>Not done after all</button>
		{/if}
		<div class="small">
			<NumberField
				label="It took, minutes"
				value={took}
				range={[1, 100000]}
				open
				onchange={(value) => (isDone ? onminutes(value) : value !== undefined && ondone(value))}
			/>
			{#if !isDone}
				<label>
					<span class="quiet">Not before</span>
					<input
						class="field"
						type="date"
						value={notBefore[step.id] ?? ''}
						onchange={(event) => onmove(event.currentTarget.value || undefined)}
					/>
				</label>
			{/if}
		</div>
	</footer>
	{#if step.kind === 'test-fit'}<MeasuredAgain />{/if}
	{#if isDone && cutHere.length > 0}
		<CameOut
			parts={cutHere}
			onmade={(key, made) => session.edit('a part came out otherwise', [{ path: ['build', 'cut', key, 'made'], value: made }])}
		/>
	{/if}
</article>

<style>
	article {
		padding: 12px 16px 14px;
	}
	h2 {
		font-size: 19px;
		margin: 2px 0;
	}
	header {
		display: flex;
		justify-content: space-between;
		align-items: start;
		gap: 12px;
	}
	.where {
		margin: 0;
		font-size: 12.5px;
	}
	.where::first-letter {
		text-transform: uppercase;
	}
	.facts {
		margin: 0 0 8px;
	}
	figure {
		margin: 0;
		height: min(36vh, 330px);
		background: var(--room);
		border: 1px solid var(--rule);
		border-radius: 4px;
	}
	.turns {
		display: flex;
		justify-content: center;
		align-items: center;
		gap: 10px;
		margin: 6px 0;
	}
	.lines {
		margin: 8px 0;
		padding-left: 22px;
		list-style: decimal;
	}
	.lines li {
		padding: 1px 4px;
	}
	.lines button {
		all: unset;
		cursor: pointer;
	}
	.lines button:focus-visible {
		outline: 2px solid var(--accent);
	}
	.since {
		color: var(--tight);
	}
	.now {
		background: var(--accent-soft);
	}
	details {
		margin: 6px 0;
	}
	summary {
		cursor: pointer;
	}
	footer {
		display: flex;
		flex-wrap: wrap;
		align-items: end;
		gap: 10px;
		margin-top: 12px;
	}
	footer p {
		margin: 0;
		align-self: center;
	}
	.small {
		display: flex;
		gap: 10px;
	}
	.small :global(.number),
	.small label {
		width: 132px;
	}
	.big {
		min-width: 140px;
		min-height: 44px;
		font-size: 16px;
		font-weight: 650;
	}
	@media (max-width: 700px) {
		.big {
			width: 100%;
			min-height: 56px;
		}
		header {
			flex-direction: column;
			align-items: stretch;
		}
		figure {
			height: 46vw;
		}
	}
</style>
