<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Finding, Fix } from '../core/checks';
	import type { Mode } from '../core/plan';
	import { withUnits } from '../core/units';
	import MarginBar from './MarginBar.svelte';
	import StatusMark from './StatusMark.svelte';
	import { marginWords, sizeWords, STATUS_WORDS } from './words';

	interface Props {
		findings: Finding[];
		modes: Record<string, Mode>;
		/** Names of whatever findings can be about, by id. */
		names: Record<string, string>;
		progress: number;
		pointed: Finding | undefined;
		onpoint: (finding: Finding | undefined) => void;
		/** The finding that was opened, or that none is open any more. */
		onopen: (id: string | undefined) => void;
		onfix: (finding: Finding, fix: Fix) => void;
	}
	let { findings, modes, names, progress, pointed, onpoint, onopen, onfix }: Props = $props();

	const id = $props.id();
	let open: string | undefined = $state();
	/** Whoever or whatever the list is about; everything where that is gone from the plan. */
	let chosen = $state('');
	const subjects = $derived(
		[...new Set(findings.flatMap((finding) => finding.subjects))].filter((subject) => Object.hasOwn(names, subject))
	);
	const about = $derived(subjects.includes(chosen) ? chosen : '');
	const listed = $derived(about ? findings.filter((finding) => finding.subjects.includes(about)) : findings);
	const counts = $derived(
		(['clash', 'unmeasured', 'tight', 'clear'] as const).map((status) => ({
			status,
			n: listed.filter((f) => f.status === status).length
		}))
	);
	const size = (finding: Finding, value: number) => sizeWords(value, finding.unit, preferences.units);
	/** What moves a margin noticeably: at most three, each at least a tenth of the first. */
	const telling = ({ sensitivities }: Finding) => sensitivities.filter((s) => s.effect >= sensitivities[0].effect / 10).slice(0, 3);
	const modeNames = (finding: Finding) =>
		finding.modes.length === Object.keys(modes).length ? 'every mode' : finding.modes.map((id) => modes[id]?.name).join(', ');
</script>

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
		{#if progress < 1}<span class="quiet working figures" role="status" title="Trying out what would settle each finding"
				><span class="sr-only">trying fixes</span>… {Math.round(progress * 100)} %</span
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
		</div>
	{/if}
	<!-- A list that scrolls has to be reachable by keyboard. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="scroll" tabindex="0" role="group" aria-label="List of findings">
		{#if findings.length === 0}
			<p class="quiet empty">
				Nothing to check yet. Add a piece and say who sleeps on it, and every clash shows up here with its millimetres.
			</p>
		{/if}
		<ul>
			{#each listed as finding (finding.id)}
				{@const isOpen = open === finding.id}
				<li class={finding.status} class:pointed={pointed?.id === finding.id}>
					<button
						type="button"
						class="head"
						aria-expanded={isOpen}
						onclick={() => {
							open = isOpen ? undefined : finding.id;
							onpoint(isOpen ? undefined : finding);
							onopen(open);
						}}
						onpointerenter={() => onpoint(finding)}
						onfocus={() => onpoint(finding)}
					>
						<StatusMark status={finding.status} />
						<span class="title">{finding.title}</span>
						<span class="number figures">{marginWords(finding, preferences.units)}</span>
					</button>
					{#if finding.status !== 'clear' || isOpen}
						<MarginBar {finding} />
						<p class="why">{withUnits(finding.why, preferences.units)}</p>
					{/if}
					{#if isOpen}
						<dl class="figures">
							<dt>needs</dt>
							<dd>{size(finding, finding.limit)}</dd>
							<dt>there is</dt>
							<dd>{size(finding, finding.actual)}</dd>
							<dt>known to</dt>
							<dd>{finding.tolerance === null ? '…' : `± ${size(finding, finding.tolerance)}`}</dd>
							<dt>in</dt>
							<dd>{modeNames(finding)}</dd>
						</dl>
						{#if finding.sensitivities.length > 0}
							<p class="why">
								Moved most by: {telling(finding)
									.map((s) => `${withUnits(s.label, preferences.units)}${s.guessed ? ' (a guess)' : ''}, ${size(finding, s.effect)}`)
									.join('; ')}. Measure these again to know better.
							</p>
						{/if}
					{:else if finding.status === 'unmeasured' && finding.sensitivities[0]}
						<p class="why">
							<strong>Measure:</strong>
							{telling(finding)
								.map((s) => withUnits(s.label, preferences.units))
								.join('; ')}.
						</p>
					{/if}
					{#if finding.status === 'clash' || (isOpen && finding.status !== 'clear')}
						{#each (finding.fixes ?? []).slice(0, isOpen ? 4 : 2) as fix, i (i)}
							<div class="fix">
								<button type="button" class="tool" onclick={() => onfix(finding, fix)}>{fix.label}</button>
								<span class="quiet">{fix.cost}</span>
							</div>
						{/each}
						{#if finding.fixes === null}<p class="quiet none">Trying out what would settle this …</p>{/if}
						{#if finding.fixes?.length === 0}<p class="quiet none">
								No single size settles this. Change two things, or what is asked.
							</p>{/if}
					{/if}
				</li>
			{/each}
		</ul>
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
	li {
		padding: 7px 12px;
	}
	.scroll > ul > li {
		border-bottom: 1px solid var(--rule);
		border-left: 4px solid transparent;
	}
	.pointed {
		border-left-color: var(--accent) !important;
	}
	.head {
		display: flex;
		width: 100%;
		gap: 8px;
		align-items: baseline;
		text-align: left;
		cursor: pointer;
	}
	.head :global(svg) {
		align-self: flex-start;
		margin-top: 2px;
	}
	.title {
		flex: 1;
		font-weight: 600;
		font-size: 13.5px;
	}
	.clear .title {
		font-weight: 400;
	}
	.number {
		font-size: 12.5px;
		white-space: nowrap;
	}
	.clash .number {
		color: var(--clash);
		font-weight: 700;
	}
	.tight .number {
		color: var(--tight);
	}
	.unmeasured .number {
		color: var(--unmeasured);
	}
	.why,
	.none {
		font-size: 12.5px;
		margin: 3px 0 0;
	}
	dl {
		display: grid;
		grid-template-columns: auto 1fr auto 1fr;
		gap: 1px 10px;
		font-size: 12px;
		margin: 5px 0 2px;
	}
	dt {
		color: var(--ink-soft);
	}
	dd {
		margin: 0;
	}
	.fix {
		margin-top: 6px;
		display: flex;
		flex-direction: column;
		gap: 1px;
		font-size: 12px;
	}
	.fix .tool {
		align-self: flex-start;
		text-align: left;
		border-color: var(--accent);
		color: var(--accent);
		background: var(--room);
		min-height: 28px;
	}
</style>
