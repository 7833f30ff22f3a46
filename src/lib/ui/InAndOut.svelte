<script lang="ts">
	import { Answer } from '../client/answer.svelte';
	import { preferences } from '../client/preferences.svelte';
	import { seasonTimes } from '../core/log';
	import { PLENTY, type CarriedItem, type Installing } from '../core/passage';
	import { formatLength } from '../core/units';
	import { useWorkbench } from './context';

	const workbench = useWorkbench();
	const { session } = workbench;
	const plan = $derived(session.plan);
	const answer = new Answer<{ installing: Installing; items: CarriedItem[] }>();
	const found = $derived(answer.value);
	let out = $state(false);
	$effect(() => {
		if (workbench.derived) void answer.wait(workbench.derived.inAndOut(plan));
	});
	const long = (mm: number) => formatLength(Math.round(mm), preferences.units);
	const steps = $derived(found ? (out ? found.installing.removal : found.installing.steps) : []);
	/** How long it really took, from the log. */
	const own = $derived(seasonTimes(plan).find(({ way }) => way === (out ? 'out' : 'in')));
	const minutes = $derived(steps.reduce((sum, step) => sum + step.minutes, 0));
	/** What passes so easily that it needs no row. */
	const easy = (item: CarriedItem) => (item.passage?.margin ?? 0) >= PLENTY;
	const tight = $derived(found?.items.filter((item) => !easy(item)) ?? []);
	const rest = $derived([...new Set(found?.items.filter(easy).map(({ item }) => item.name.toLowerCase()) ?? [])]);
	const measured = $derived(found?.items.some(({ passage }) => passage) ?? false);
</script>

<div class="both">
	{#if answer.failure}
		<p role="alert" class="bad">It could not be worked out: {answer.failure}</p>
	{:else if !found}
		<p class="quiet" role="status">Carrying everything through the doors …</p>
	{:else if found.items.length === 0}
		<p class="quiet">There is nothing to carry in yet. Add a piece in Layout.</p>
	{:else}
		<section class="card" aria-label="Through which door">
			<h2>Through which door</h2>
			{#if !measured}
				<p class="quiet">No door opening has been measured. Take its width and height in Interior, and every part is tried on it.</p>
			{:else}
				<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
				<div class="scroll" tabindex="0" role="group" aria-label="Items">
					{#if tight.length > 0}
						<table>
							<thead><tr><th>What</th><th>Size</th><th>How</th><th>Room</th></tr></thead>
							<tbody>
								{#each tight as { piece, item, passage, door } (piece + item.name + item.size.join())}
									<tr class:stuck={passage && passage.margin < 0}>
										<td>{item.name}<br /><span class="quiet">{piece}</span></td>
										<td class="figures">{item.size.map(long).join(' × ')}</td>
										<td>{passage ? `${door}, ${passage.way}` : ''}</td>
										<td class="figures"
											>{passage ? (passage.margin < 0 ? `${long(-passage.margin)} short` : `${long(passage.margin)} spare`) : ''}</td
										>
									</tr>
								{/each}
							</tbody>
						</table>
					{/if}
					{#if rest.length > 0}
						<p>
							{tight.length > 0 ? 'The rest passes' : 'Everything passes'} end first, straight, with over
							<span class="figures">{long(PLENTY)}</span> to spare: {rest.join(', ')}.
						</p>
					{/if}
				</div>
			{/if}
		</section>
		<section class="card" aria-label="In this order">
			<header>
				<h2>{out ? 'Taking it out' : 'Putting it in'}</h2>
				<span class="quiet"
					>about <span class="figures">{minutes}</span> min{#if own}; you took <span class="figures">{Math.round(own.mean)}</span
						>{/if}</span
				>
				<button type="button" class="tool" onclick={() => (out = !out)}>{out ? 'Show going in' : 'Show coming out'}</button>
			</header>
			<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
			<div class="scroll" tabindex="0" role="group" aria-label="Steps">
				<ol>
					{#each steps as step, i (i)}
						<li>
							{step.words}.
							<span class="quiet"
								>{step.piece}, <span class="figures">{step.minutes} min</span>{step.tools.length > 0
									? `, ${step.tools.join(', ')}`
									: ''}</span
							>
						</li>
					{/each}
				</ol>
				{#if out && found.installing.stays.length > 0}
					<p>
						Stays in the vehicle: {found.installing.stays.map(({ piece, name }) => `${name} (${piece})`).join(', ')}.
					</p>
				{/if}
			</div>
			<p class="caution">
				Test-fit everything before you paint or glue. Before you drill: fuel, brake lines and wiring run under floors and behind panels;
				where the vehicle is unknown to you, ask someone licensed. Minutes are estimates.
			</p>
		</section>
	{/if}
</div>

<style>
	.both {
		flex: 1;
		min-height: 0;
		display: grid;
		grid-template-columns: 1.15fr 1fr;
		gap: 8px;
	}
	section {
		padding: 10px 12px;
		display: flex;
		flex-direction: column;
		gap: 6px;
		min-height: 0;
		font-size: 13px;
	}
	header {
		display: flex;
		align-items: baseline;
		gap: 10px;
	}
	header .tool {
		margin-left: auto;
	}
	.scroll {
		overflow: auto;
		min-height: 0;
		flex: 1;
	}
	table {
		width: 100%;
		border-collapse: collapse;
	}
	th {
		text-align: left;
		font-weight: 600;
		border-bottom: 1px solid var(--rule);
	}
	td {
		padding: 3px 8px 3px 0;
		vertical-align: top;
		border-bottom: 1px solid var(--rule);
	}
	.stuck td,
	.bad {
		color: var(--clash);
	}
	ol {
		list-style: decimal outside;
		padding-left: 22px;
	}
	li {
		margin-bottom: 5px;
	}
	.caution {
		margin: 0;
	}
	@media (max-width: 900px) {
		.both {
			display: flex;
			flex-direction: column;
		}
	}
</style>
