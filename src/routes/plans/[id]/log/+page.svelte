<script lang="ts">
	import { goto } from '$app/navigation';
	import { resolve } from '$app/paths';
	import { createPlan } from '$lib/client/session.svelte';
	import { nextBuild, remindersOf, toldBy } from '$lib/core/log';
	import type { LogEntry } from '$lib/core/plan';
	import { useWorkbench } from '$lib/ui/context';
	import LogForm from '$lib/ui/LogForm.svelte';
	import SleepChart from '$lib/ui/SleepChart.svelte';
	import { dateWords, secondsWords, todayHere } from '$lib/ui/words';

	const { session } = useWorkbench();
	const plan = $derived(session.plan);
	const told = $derived(toldBy(plan));
	const reminders = $derived(remindersOf(plan, todayHere()));
	const due = $derived(reminders.filter((one) => one.due));
	const inOrder = $derived(
		plan.log.map((entry, i) => ({ entry, i })).toSorted((a, b) => b.entry.date.localeCompare(a.entry.date) || b.i - a.i)
	);
	const nights = $derived(plan.log.filter(({ slept }) => slept !== undefined).toSorted((a, b) => a.date.localeCompare(b.date)));
	const nameOf = (id: string) => plan.modes[id]?.name ?? 'a mode that is gone';
	const SLEPT = ['', 'slept badly', 'slept so-so', 'slept all right', 'slept well', 'slept very well'];
	const KINDS = { rattles: 'rattles', worn: 'worn', damp: 'damp', cold: 'cold', missing: 'missing', change: 'next time' } as const;
	let failure: string | undefined = $state();

	const write = (entry: LogEntry) => session.edit(`log of ${entry.date}`, [{ path: ['log'], value: [...plan.log, entry] }]);
	const remove = (i: number) => session.edit('an entry of the log', [{ path: ['log'], value: plan.log.filter((_, k) => k !== i) }]);
	async function begin() {
		const id = await createPlan(nextBuild(plan, todayHere()));
		if (id) await goto(resolve(`/plans/${id}/layout` as '/'), { invalidateAll: true });
		else failure = 'The server does not take a new plan now. Nothing was changed.';
	}
	const facts = (entry: LogEntry): string =>
		[
			entry.slept === undefined ? '' : SLEPT[entry.slept],
			entry.kilometres === undefined ? '' : `${entry.kilometres} km`,
			(entry.modes ?? []).map(nameOf).join(', '),
			entry.season ? `${entry.season.way === 'out' ? 'taken out' : 'put back'} in ${entry.season.minutes} min` : '',
			...(entry.timed ?? []).map(({ from, to, seconds }) => `${nameOf(from)} to ${nameOf(to)} ${secondsWords(seconds)}`),
			...(entry.remarks ?? []).map(
				({ kind, piece, text }) => `${piece && plan.pieces[piece] ? `${plan.pieces[piece].name}: ` : ''}${KINDS[kind]}, ${text}`
			)
		]
			.filter((one) => one !== '')
			.join(' · ');
</script>

<div class="stage">
	<section class="write">
		<h2>How was it?</h2>
		<LogForm planId={session.id} {plan} {due} onwritten={write} />
	</section>
	<section class="told">
		<h2>What it tells</h2>
		{#if told.entries === 0}
			<p class="quiet">
				Nothing is written down yet. A minute after each night is enough: after ten of them it is told what is never used, what costs most
				time and what wears.
			</p>
		{:else}
			<dl class="facts">
				<div>
					<dt>Nights</dt>
					<dd class="figures">{told.nights}</dd>
				</div>
				<div>
					<dt>Driven</dt>
					<dd class="figures">{told.kilometres} km</dd>
				</div>
				{#if told.slept !== undefined}<div>
						<dt>Slept, of 5</dt>
						<dd class="figures">{told.slept.toFixed(1)}</dd>
					</div>{/if}
				<div>
					<dt>Damp</dt>
					<dd class="figures">{told.damp}</dd>
				</div>
				<div>
					<dt>Cold</dt>
					<dd class="figures">{told.cold}</dd>
				</div>
			</dl>
			{#if nights.length > 1}<SleepChart {nights} />{/if}
			{#if told.trend}
				<p class="quiet">
					In the first half of the nights <span class="figures">{told.trend.first.toFixed(1)}</span>, in the last half
					<span class="figures">{told.trend.last.toFixed(1)}</span>.
				</p>
			{/if}
			{#if told.idleModes.length > 0}<p>
					Never used: {told.idleModes.map(({ name }) => name).join(', ')}. Is it worth its wood and weight?
				</p>{/if}
			{#if told.idleGear.length > 0}<p>Not touched in the last ten nights: {told.idleGear.map(({ name }) => name).join(', ')}.</p>{/if}
			{#if told.modes.length > 0}<p class="quiet">Used: {told.modes.map(({ name, times }) => `${name} ${times} times`).join(', ')}.</p>{/if}
			{#if told.conversions.length > 0}
				<h3>What changing over costs</h3>
				<div class="card ruled">
					<table>
						<thead><tr><th>From</th><th>To</th><th>Timed</th><th>On average</th><th>In all</th></tr></thead>
						<tbody>
							{#each told.conversions as one (one.from + one.to)}
								<tr
									><td>{nameOf(one.from)}</td><td>{nameOf(one.to)}</td><td class="figures">{one.times}</td><td class="figures"
										>{secondsWords(one.mean)}</td
									><td class="figures">{secondsWords(one.all)}</td></tr
								>
							{/each}
						</tbody>
					</table>
				</div>
				<p class="quiet">
					The one at the top costs most of a season: a minute off it saves more than a minute off any other that is done less often.
				</p>
			{/if}
			{#each told.season as { way, times, mean } (way)}
				<p>
					{way === 'out' ? 'Taking everything out' : 'Putting everything back'} took
					<span class="figures">{Math.round(mean)} min</span>{times > 1 ? `, mean of ${times}` : ''}.
				</p>
			{/each}
			{#if told.remarks.length > 0}
				<h3>By piece</h3>
				{#each told.remarks as { name, remarks } (name)}
					<p>
						<strong>{name}</strong>: {remarks
							.map(({ kind, text, times }) => `${KINDS[kind]}, ${text}${times > 1 ? ` (${times} times)` : ''}`)
							.join('; ')}.
					</p>
				{/each}
			{/if}
			{#if told.changes.length > 0}
				<h3>To be different next time</h3>
				<ul>
					{#each told.changes as one, i (i)}<li>
							{one.piece && plan.pieces[one.piece] ? `${plan.pieces[one.piece].name}: ` : ''}{one.text}{one.times > 1
								? `, ${one.times} times`
								: ''}
							<span class="quiet">({dateWords(one.date)})</span>
						</li>{/each}
				</ul>
				<button type="button" class="tool" onclick={begin}>Begin the next build with this list</button>
				{#if failure}<p class="failure" role="alert">{failure}</p>{/if}
			{/if}
		{/if}
		{#if reminders.length > 0}
			<h3>To look at again</h3>
			<ul>
				{#each reminders as one (one.key)}
					<li class:due={one.due}>
						{one.words}: <span class="figures">{Math.round(one.since)} of {one.every} {one.unit}</span>{one.due ? ', due' : ''}
					</li>
				{/each}
			</ul>
		{/if}
	</section>
	<section class="entries">
		<h2>Written down</h2>
		{#each inOrder as { entry, i } (i)}
			<article class="card">
				<header>
					<strong>{dateWords(entry.date)} {entry.date.slice(0, 4)}</strong>
					<button type="button" class="tool" aria-label="Take out the entry of {dateWords(entry.date)}" onclick={() => remove(i)}>×</button>
				</header>
				{#if facts(entry)}<p class="quiet">{facts(entry)}</p>{/if}
				{#if entry.text}<p class="text">{entry.text}</p>{/if}
			</article>
		{/each}
	</section>
</div>

<style>
	.stage {
		height: 100%;
		overflow-y: auto;
		padding: 10px 18px 30px;
		display: grid;
		grid-template-columns: minmax(0, 5fr) minmax(0, 5fr) minmax(0, 4fr);
		gap: 22px;
		align-content: start;
	}
	h2 {
		font-size: 16px;
		margin: 4px 0 8px;
	}
	h3 {
		font-size: 14px;
		margin: 14px 0 4px;
	}
	p {
		margin: 4px 0;
	}
	ul {
		margin: 0 0 8px;
		padding-left: 18px;
		list-style: disc;
	}
	.due {
		font-weight: 650;
		color: var(--tight);
	}
	.entries article {
		padding: 6px 12px;
		margin-bottom: 6px;
	}
	.entries header {
		display: flex;
		justify-content: space-between;
		align-items: center;
	}
	.entries .tool {
		min-height: 26px;
		padding: 0 8px;
	}
	.text {
		white-space: pre-line;
	}
	.failure {
		color: var(--clash);
	}
	@media (max-width: 1000px) {
		.stage {
			display: block;
		}
	}
</style>
