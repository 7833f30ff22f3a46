<script lang="ts">
	import { SvelteSet } from 'svelte/reactivity';
	import { asideOf, byQuestion, clashesTold, toldOf, type Finding, type Fix } from '../core/checks';
	import type { Edit, Plan } from '../core/plan';
	import Chevron from './Chevron.svelte';
	import FindingRow from './FindingRow.svelte';
	import MakeFit from './MakeFit.svelte';
	import StatusMark from './StatusMark.svelte';
	import { countsOf, countWords, STATUS_WORDS } from './words';

	interface Props {
		plan: Plan;
		findings: Finding[];
		/** Names of whatever findings can be about, by id. */
		names: Record<string, string>;
		progress: number;
		/** What is not told yet of the plan as it is now. */
		awaited: string[];
		pointed: Finding | undefined;
		onpoint: (finding: Finding | undefined) => void;
		/** The finding that was opened, or that none is open any more. */
		onopen: (id: string | undefined) => void;
		onfix: (finding: Finding, fix: Fix) => void;
		/** Sets a finding aside for a reason, or takes that back. */
		onaside: (finding: Finding, reason?: string) => void;
		/** Takes several changes together. */
		ontake: (label: string, edits: Edit[]) => void;
	}
	let { plan, findings, names, progress, awaited, pointed, onpoint, onopen, onfix, onaside, ontake }: Props = $props();

	const id = $props.id();
	/** What was listed when a pointer went down in the list: results that come in do not move what is being pressed. */
	let pressed: Finding[] | undefined = $state.raw();
	/** A click follows the pointer's going up a little later where it is a finger. */
	const AFTER_RELEASE = 60;
	const release = () => {
		if (pressed) setTimeout(() => (pressed = undefined), AFTER_RELEASE);
	};
	const shown = $derived(pressed ?? findings);
	let open: string | undefined = $state();
	/** Questions of which what is fine is listed as well. */
	const unfolded = new SvelteSet<string>();
	/** Whoever or whatever the list is about, and in which mode; everything where that is gone from the plan. */
	let [chosen, chosenMode] = $state(['', '']);
	const subjects = $derived([...new Set(shown.flatMap((finding) => finding.subjects))].filter((subject) => Object.hasOwn(names, subject)));
	const about = $derived(subjects.includes(chosen) ? chosen : '');
	const within = $derived(Object.hasOwn(plan.modes, chosenMode) ? chosenMode : '');
	const listed = $derived(
		shown.filter((finding) => (!about || finding.subjects.includes(about)) && (!within || finding.modes.includes(within)))
	);
	const told = $derived(toldOf(plan, listed));
	const questions = $derived(byQuestion(plan, told));
	const aside = $derived(
		listed.flatMap((finding) => {
			const why = asideOf(plan, finding);
			return why ? [{ finding, why }] : [];
		})
	);
	const counts = $derived(countsOf(told));
	const modeNames = (finding: Finding) =>
		finding.modes.length === Object.keys(plan.modes).length ? 'every mode' : finding.modes.map((mode) => plan.modes[mode]?.name).join(', ');

	/** What is read aloud: how many of each there are, once that has rested; not while it stays as it is. */
	let aloud = $state('');
	$effect(() => {
		const words = countWords(countsOf(toldOf(plan, findings)));
		const timer = setTimeout(() => (aloud = words), 1500);
		return () => clearTimeout(timer);
	});

	function toggle(finding: Finding) {
		const isOpen = open === finding.id;
		open = isOpen ? undefined : finding.id;
		onpoint(isOpen ? undefined : finding);
		onopen(open);
	}
	const fold = (question: string) => (unfolded.has(question) ? unfolded.delete(question) : unfolded.add(question));
</script>

{#snippet row(finding: Finding)}
	<FindingRow
		{finding}
		within={modeNames(finding)}
		open={open === finding.id}
		pointed={pointed?.id === finding.id}
		ontoggle={() => toggle(finding)}
		onpoint={() => onpoint(finding)}
		onfix={(fix) => onfix(finding, fix)}
		onaside={(reason) => onaside(finding, reason)}
	/>
{/snippet}

<svelte:window onpointerup={release} onpointercancel={release} />

<section class="card findings" aria-label="Findings">
	<header>
		<h2>Findings</h2>
		<ul class="counts" aria-label="How many of each">
			{#each counts as { status, n } (status)}
				{#if n > 0}<li>
						<StatusMark {status} size={13} quiet /><span class="figures">{n}</span> <span class="sr-only">{STATUS_WORDS[status]}</span>
					</li>{/if}
			{/each}
		</ul>
		<span class="sr-only" role="status">{aloud}</span>
		{#if progress < 1}<span class="quiet working figures" role="status" title="Trying out what would settle each finding"
				><span class="sr-only">trying fixes</span>… {Math.round(progress * 100)} %</span
			>{:else if awaited.length > 0}<span
				class="quiet working"
				role="status"
				title="Still being worked out: what the list says of it is of the plan before your last change"
				><span class="sr-only">still to come: </span>… {awaited.join(', ')}</span
			>{/if}
	</header>
	{#if subjects.length > 1}
		<div class="about">
			<label class="quiet" for={id}>About</label>
			<select {id} class="field" value={about} onchange={(event) => (chosen = event.currentTarget.value)}>
				<option value="">everything</option>
				{#each subjects.toSorted((a, b) => names[a].localeCompare(names[b])) as subject (subject)}<option value={subject}
						>{names[subject]}</option
					>{/each}
			</select>
			<label class="quiet" for="{id}-mode">in</label>
			<select id="{id}-mode" class="field" value={within} onchange={(event) => (chosenMode = event.currentTarget.value)}>
				<option value="">every mode</option>
				{#each Object.entries(plan.modes) as [mode, { name }] (mode)}<option value={mode}>{name}</option>{/each}
			</select>
		</div>
	{/if}
	<MakeFit {plan} clashes={clashesTold(plan, findings).length} {ontake} />
	<!-- A list that scrolls has to be reachable by keyboard. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="scroll" tabindex="0" role="group" aria-label="List of findings" onpointerdown={() => (pressed = findings)}>
		{#if findings.length === 0}
			<p class="quiet empty">
				Nothing to check yet. Add a piece and say who sleeps on it, and every clash shows up here with its millimetres.
			</p>
		{/if}
		{#each questions as question (question.id)}
			{@const heading = question.person ? `${question.topic} · ${names[question.person]}` : question.topic}
			<section aria-label={heading}>
				<h3>
					{heading}
					{#if question.fine.length > 0}
						<button type="button" aria-expanded={unfolded.has(question.id)} onclick={() => fold(question.id)}>
							<StatusMark status="clear" size={12} quiet />
							{question.open.length === 0 && question.fine.length > 1 ? `all ${question.fine.length}` : question.fine.length} fine
							<Chevron up={unfolded.has(question.id)} />
						</button>
					{/if}
				</h3>
				<ul>
					{#each question.open as finding (finding.id)}{@render row(finding)}{/each}
					<!-- What is open stays in sight when it is settled. -->
					{#each question.fine as finding (finding.id)}{#if unfolded.has(question.id) || open === finding.id}{@render row(
								finding
							)}{/if}{/each}
				</ul>
			</section>
		{/each}
		{#if aside.length > 0}
			<section aria-label="Set aside" class="set-aside">
				<h3>
					Set aside
					<button type="button" aria-expanded={unfolded.has('set aside')} onclick={() => fold('set aside')}>
						{aside.length}
						<Chevron up={unfolded.has('set aside')} />
					</button>
				</h3>
				{#if unfolded.has('set aside')}
					<ul>
						{#each aside as { finding, why } (finding.id)}
							<li>
								<StatusMark status={finding.status} size={13} />
								<div>
									<strong>{finding.title}</strong>
									<p>“{why.reason}” <span class="quiet figures">{why.date}</span></p>
									<button type="button" class="tool" onclick={() => onaside(finding)}>Tell me again</button>
								</div>
							</li>
						{/each}
					</ul>
				{/if}
			</section>
		{/if}
	</div>
</section>

<style>
	.findings {
		display: flex;
		flex-direction: column;
		min-height: 0;
		overflow: hidden;
	}
	header {
		display: flex;
		align-items: center;
		gap: 12px;
		padding: 8px 12px;
		border-bottom: 1px solid var(--rule);
	}
	h2 {
		font-size: 15px;
		margin: 0;
	}
	.counts {
		display: flex;
		gap: 10px;
		font-size: 13px;
	}
	.counts li {
		display: inline-flex;
		align-items: center;
		gap: 3px;
	}
	.working {
		margin-left: auto;
		font-size: 12px;
		white-space: nowrap;
	}
	.about {
		display: flex;
		gap: 8px;
		align-items: center;
		padding: 5px 12px;
		font-size: 12.5px;
		border-bottom: 1px solid var(--rule);
	}
	.about select {
		flex: 1;
		min-width: 0;
		padding-block: 3px;
		font-size: 12.5px;
	}
	.scroll {
		overflow-y: auto;
		min-height: 0;
	}
	.empty {
		padding: 12px;
	}
	h3 {
		display: flex;
		align-items: center;
		gap: 8px;
		margin: 0;
		padding: 5px 12px;
		font-size: 12.5px;
		font-weight: 650;
		color: var(--ink-soft);
		background: var(--paper);
		border-bottom: 1px solid var(--rule);
		position: sticky;
		top: 0;
		z-index: 1;
	}
	h3 button {
		display: inline-flex;
		align-items: center;
		gap: 5px;
		margin-left: auto;
		padding: 2px 4px;
		font-size: 12px;
		font-weight: 400;
		cursor: pointer;
	}
	.set-aside li {
		display: flex;
		gap: 8px;
		padding: 7px 12px;
		font-size: 12.5px;
		border-bottom: 1px solid var(--rule);
	}
	.set-aside p {
		margin: 2px 0 5px;
	}
</style>
