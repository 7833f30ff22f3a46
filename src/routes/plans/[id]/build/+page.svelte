<script lang="ts">
	import { Answer } from '$lib/client/answer.svelte';
	import { ticking, unticking, type Build, type PlannedStep } from '$lib/core/build';
	import BuildDays from '$lib/ui/BuildDays.svelte';
	import BuildList from '$lib/ui/BuildList.svelte';
	import BuildMoney from '$lib/ui/BuildMoney.svelte';
	import BuildSettings from '$lib/ui/BuildSettings.svelte';
	import BuildStepCard from '$lib/ui/BuildStepCard.svelte';
	import CutAlready from '$lib/ui/CutAlready.svelte';
	import { useWorkbench } from '$lib/ui/context';
	import { cutAnew } from '$lib/core/build';
	import { dateWords, minutesWords, todayHere } from '$lib/ui/words';

	const workbench = useWorkbench();
	const { session } = workbench;
	const plan = $derived(session.plan);

	const answer = new Answer<Build>();
	const today = todayHere();
	$effect(() => {
		if (workbench.derived) void answer.wait(workbench.derived.build(session.plan, today));
	});
	/** What was worked out last, with what was ticked since. */
	const build = $derived(
		answer.value && {
			...answer.value,
			steps: answer.value.steps.map((step): PlannedStep => {
				const ticked = Object.hasOwn(plan.build.done, step.id);
				// What was ticked off and has more in it since is open, though it is ticked.
				const known = step.state === 'done' || step.since.length > 0;
				return ticked === known ? step : { ...step, state: ticked ? 'done' : 'ready', since: [] };
			})
		}
	);
	let view: 'step' | 'days' | 'money' = $state('step');
	let chosen: string | undefined = $state();
	const next = $derived(build?.steps.find(({ state }) => state === 'ready') ?? build?.steps.at(-1));
	const step = $derived(build?.steps.find(({ id }) => id === chosen) ?? next);
	const dated = $derived(build?.calendar.steps.find(({ id }) => id === step?.id));
	const count = $derived(build?.steps.filter(({ state }) => state === 'done').length ?? 0);

	function done(of: PlannedStep, minutes?: number) {
		session.edit(`done: ${of.title}`, ticking(plan, of, todayHere(), minutes));
		// The next one follows by itself.
		chosen = undefined;
	}
	const undone = (of: PlannedStep) => session.edit(`not done: ${of.title}`, unticking(plan, of));
	function select(id: string) {
		[chosen, view] = [id, 'step'];
	}
</script>

<div class="stage">
	{#if answer.failure}<p class="failure" role="alert">The build could not be worked out: {answer.failure}</p>{/if}
	{#if !build}
		<p class="quiet" role="status">Working out in which order it is built …</p>
	{:else if build.steps.length === 0}
		<p>Nothing to build yet. Add a piece in Layout, and the steps of building it appear here.</p>
	{:else}
		<section class="top">
			<dl class="facts">
				<div><dt>Done</dt><dd class="figures">{count} of {build.steps.length}</dd></div>
				<div><dt>Still to do</dt><dd class="figures">{minutesWords(build.calendar.minutes)}</dd></div>
				<div><dt>Days of work</dt><dd class="figures">{build.calendar.days.length}</dd></div>
				{#if build.calendar.end}<div><dt>Finished</dt><dd class="figures">{dateWords(build.calendar.end)}</dd></div>{/if}
				<div>
					<dt>Set-ups left</dt>
					<dd class="figures" title={build.proven ? 'No order needs fewer' : 'Not proven to be the fewest'}>{build.setUps}</dd>
				</div>
			</dl>
		</section>
		<section class="settings" aria-label="Working days and drying"><BuildSettings /></section>
		{#if Math.abs(build.pace - 1) > 0.02}
			<p class="quiet">Times are ours times <span class="figures">{build.pace.toFixed(2)}</span>: that is how long what you timed really took.</p>
		{/if}
		{#if build.impossible.length > 0}
			<p class="failure" role="alert">No step cuts these, since what they are to be cut from is too small: {build.impossible.join('; ')}.</p>
		{/if}
		{#if build.ring.length > 0}
			<p class="failure" role="alert">These wait for each other, and somebody has to begin otherwise than planned: {build.ring.join('; ')}.</p>
		{/if}
		<CutAlready {plan} onforget={(key) => session.edit('a part is cut anew', cutAnew(plan, key))} />
		<div class="columns">
			<section class="steps"><BuildList {build} selected={step?.id} onselect={select} ontick={(one) => (one.state === 'done' ? undone(one) : done(one))} /></section>
			<section class="detail">
				<div class="questions" role="group" aria-label="View">
					<button type="button" aria-pressed={view === 'step'} onclick={() => (view = 'step')}>{chosen ? 'This step' : 'Next step'}</button>
					<button type="button" aria-pressed={view === 'days'} onclick={() => (view = 'days')}>Days</button>
					<button type="button" aria-pressed={view === 'money'} onclick={() => (view = 'money')}>Money</button>
				</div>
				{#if view === 'days'}
					<BuildDays {build} hours={plan.build.hours} nameOf={(id) => plan.pieces[id]?.name ?? id} onselect={select} />
				{:else if view === 'money'}
					<BuildMoney budget={build.budget} />
				{:else if step}
					<BuildStepCard
						{step}
						{dated}
						minutes={step.minutes * build.pace}
						ondone={(minutes) => done(step, minutes)}
						onundone={() => undone(step)}
						onnext={() => (chosen = undefined)}
						onminutes={(minutes) =>
							session.edit('time that a step took', [
								{ path: ['build', 'done', step.id], value: { ...plan.build.done[step.id], minutes } }
							])}
						onmove={(date) => session.edit(`${step.title}: not before`, [{ path: ['build', 'notBefore', step.id], value: date }])}
					/>
				{/if}
			</section>
		</div>
	{/if}
</div>

<style>
	.stage {
		height: 100%;
		overflow-y: auto;
		padding: 12px 18px 30px;
		display: flex;
		flex-direction: column;
	}
	.top {
		display: flex;
		flex-wrap: wrap;
		gap: 10px 28px;
		align-items: end;
		margin-bottom: 10px;
	}
	.columns {
		display: grid;
		grid-template-columns: minmax(300px, 4fr) minmax(0, 7fr);
		gap: 20px;
		min-height: 0;
		flex: 1;
	}
	.steps {
		display: flex;
		flex-direction: column;
		min-height: 0;
	}
	.detail {
		min-height: 0;
		overflow-y: auto;
	}
	.failure {
		color: var(--clash);
	}
	.settings {
		margin-bottom: 10px;
	}
	@media (max-width: 900px) {
		.settings {
			order: 1;
			margin: 16px 0 0;
		}
		.columns {
			display: flex;
			flex-direction: column-reverse;
			flex: none;
		}
	}
</style>
