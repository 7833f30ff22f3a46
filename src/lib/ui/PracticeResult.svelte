<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Plan } from '../core/plan';
	import { MISTAKE_WORDS, practiceReport } from '../core/practice';
	import { formatLength, withUnits } from '../core/units';

	let { plan }: { plan: Plan } = $props();

	const report = $derived(practiceReport(plan));
	const long = (mm: number) => formatLength(Math.round(mm), preferences.units);
	const signed = (mm: number) => `${mm >= 0 ? '+' : '−'}${long(Math.abs(mm))}`;
	const place = $derived(
		`${long(report.worst.at.x)} forward of the rear door, ${
			report.worst.what === 'wall' ? `${report.worst.at.y > 0 ? 'left' : 'right'}-hand wall ${long(report.worst.at.z)} up` : 'ceiling'
		}`
	);
</script>

<section class="result" aria-label="How it came out">
	<h3>How it came out</h3>
	<p>
		<strong class="figures">{long(Math.abs(report.worst.off))}</strong> is the worst error of your interior against the true one:
		{place}. Typically it is <span class="figures">{long(report.typical)}</span> off. You took
		<span class="figures">{report.taken}</span> of <span class="figures">{report.of}</span> sizes.
	</p>
	{#if report.mistakes.length > 0}
		<p>
			The tape slipped {report.mistakes.length === 1 ? 'once' : `${report.mistakes.length} times`}; {report.mistakes.filter((m) => m.mended)
				.length}
			of them you mended.
		</p>
		<ul>
			{#each report.mistakes as mistake (mistake.path.join('.') + mistake.said)}
				<li>
					{mistake.mended ? '✓' : '✗'}
					{withUnits(mistake.label, preferences.units)}: {long(mistake.said)} – {MISTAKE_WORDS[mistake.mistake]}.
				</li>
			{/each}
		</ul>
	{:else}
		<p>The tape did not slip once on what you measured.</p>
	{/if}
	<table>
		<caption>Furthest from the truth</caption>
		<thead><tr><th>Size</th><th>Yours</th><th>True</th><th>Off</th></tr></thead>
		<tbody>
			{#each report.differences.slice(0, 6) as { entry, mine, truth, off } (entry.path.join('.'))}
				<tr
					><td>{withUnits(entry.label, preferences.units)}{entry.measurement.status === 'guessed' ? ' (a guess)' : ''}</td><td
						class="figures">{long(mine)}</td
					><td class="figures">{long(truth)}</td><td class="figures">{signed(off)}</td></tr
				>
			{/each}
		</tbody>
	</table>
</section>

<style>
	.result {
		font-size: 13px;
	}
	h3 {
		font-size: 15px;
		margin: 0 0 4px;
	}
	p,
	ul {
		margin: 0 0 6px;
	}
	table {
		width: 100%;
		border-collapse: collapse;
	}
	caption {
		text-align: left;
		color: var(--ink-soft);
	}
	th {
		text-align: left;
		font-weight: 500;
		color: var(--ink-soft);
		border-bottom: 1px solid var(--rule);
	}
	th:nth-child(n + 2),
	td:nth-child(n + 2) {
		text-align: right;
		white-space: nowrap;
		padding-left: 8px;
	}
	td {
		border-bottom: 1px dashed var(--rule);
	}
</style>
