<script lang="ts">
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { resolve } from '$app/paths';
	import { Comparison } from '$lib/client/comparison.svelte';
	import { preferences } from '$lib/client/preferences.svelte';
	import { compared, type ComparedRow, type SheetRow } from '$lib/core/compare';
	import { dropVariant, freeName, keepVariant, layoutName, modeFor, takeVariant } from '$lib/core/plan';
	import { formatLength, formatMass } from '$lib/core/units';
	import { useWorkbench } from '$lib/ui/context';
	import Drawing from '$lib/ui/Drawing.svelte';
	import StatusMark from '$lib/ui/StatusMark.svelte';
	import { marginWords } from '$lib/ui/words';

	const workbench = useWorkbench();
	const { session, gaze } = workbench;
	const plan = $derived(session.plan);
	const variants = $derived(Object.entries(plan.variants ?? {}));

	let comparison: Comparison | undefined = $state.raw();
	onMount(() => {
		const started = (comparison = new Comparison());
		return () => started.stop();
	});
	$effect(() => comparison?.ask(plan));

	let room = $state(1200);
	/** As many layouts stand side by side as the page is wide enough for; the others wait to be called. */
	const most = $derived(room < 620 ? 2 : room < 900 ? 3 : 4);
	let called: string[] = $state([]);
	const shown = $derived.by(() => {
		const wanted = [...called, ...variants.map(([id]) => id)].filter((id, i, all) => all.indexOf(id) === i && plan.variants?.[id]);
		return wanted.slice(0, most - 1);
	});
	const columns = $derived(
		(comparison?.columns ?? [])
			.filter(({ id }) => id === undefined || shown.includes(id))
			.sort((a, b) => (a.id === undefined ? -1 : b.id === undefined ? 1 : shown.indexOf(a.id) - shown.indexOf(b.id)))
	);
	const rows = $derived(compared(columns.map(({ sheet }) => sheet)));
	const groups = $derived([...new Set(rows.map(({ group }) => group))]);
	const alike = $derived(rows.filter(({ differs }) => !differs));

	/** What is not clear in any of them: the worst by title in each column. */
	const open = $derived.by(() => {
		const titles = [...new Set(columns.flatMap(({ sheet }) => sheet.open.map(({ title }) => title)))];
		return titles.map((title) => ({ title, found: columns.map(({ sheet }) => sheet.open.find((one) => one.title === title)) }));
	});

	function written(unit: SheetRow['unit'], value: number, signed = false): string {
		const sign = signed && value > 0 ? '+' : '';
		const round = Math.round(value).toString();
		const words: Record<SheetRow['unit'], () => string> = {
			mm: () => formatLength(Math.round(value), preferences.units),
			kg: () => formatMass(value, preferences.units),
			litres: () => `${round} l`,
			money: () => round,
			seconds: () => `${round} s`,
			count: () => round,
			share: () => `${Math.round(value * 100)} %`
		};
		return sign + words[unit]();
	}
	const margin = ({ group }: ComparedRow) => group === 'People';
	const nothing = (row: ComparedRow) => (row.unit === 'seconds' ? 'no way' : margin(row) ? 'not asked' : '–');

	const present = $derived(layoutName(plan));
	const keepCopy = () => session.edit('a copy of the layout', keepVariant(plan, plan, freeName(plan, present)));
	function take(id: string, name: string) {
		if (!session.edit(`take up ${name}`, takeVariant(plan, id))) return;
		gaze.modeId = modeFor(session.plan, 'night')?.id ?? Object.keys(session.plan.modes)[0];
		gaze.selected = Object.keys(session.plan.pieces)[0];
	}
	function rename(id: string | undefined, name: string) {
		const wanted = name.trim();
		if (wanted) session.edit('name of a layout', [{ path: id === undefined ? ['layout'] : ['variants', id, 'name'], value: wanted }]);
	}
</script>

<section class="page" bind:clientWidth={room}>
	<header>
		<div>
			<h2>Compare layouts</h2>
			<p class="quiet">
				{#if variants.length === 0}
					Keep a copy of the present layout and change the other, or keep some of those that were found: they stand side by side here,
					difference by difference.
				{:else}
					The same vehicle, people and gear, built differently. Taking another one up keeps the present one here.
				{/if}
			</p>
		</div>
		<div class="do">
			<button type="button" class="tool" class:main={variants.length === 0} onclick={keepCopy}>Keep a copy of the present layout</button>
			{#if variants.length === 0}
				<button type="button" class="tool" onclick={() => goto(resolve(`/plans/${session.id}/find` as '/'))}>Find layouts to compare</button
				>
			{/if}
		</div>
	</header>
	{#if comparison?.failure}<p role="status">{comparison.failure}</p>{/if}
	{#if variants.length > most - 1}
		<p class="call">
			<span class="quiet">Beside the present one:</span>
			{#each variants as [id, { name }] (id)}
				<button
					type="button"
					class="tool"
					aria-pressed={shown.includes(id)}
					class:main={shown.includes(id)}
					onclick={() => (called = [id, ...called.filter((other) => other !== id)])}>{name}</button
				>
			{/each}
		</p>
	{/if}
	{#if columns.length === 0}
		<p class="quiet">Working the layouts out …</p>
	{:else}
		<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
		<div class="table" tabindex="0" role="region" aria-label="Layouts side by side">
			<table>
				<thead>
					<tr>
						<td></td>
						{#each columns as { id, name, drawings, modes } (id ?? '')}
							<th scope="col" class:present={id === undefined}>
								<p class="which quiet">{id === undefined ? 'In the plan now' : 'Kept'}</p>
								<input
									class="field name"
									aria-label="Name of {name}"
									value={name}
									maxlength="120"
									onchange={(event) => rename(id, event.currentTarget.value)}
								/>
								<div class="drawings">
									<figure>
										<div class="drawing"><Drawing view={drawings.above} title="{name} from above, at night" small /></div>
										<figcaption class="quiet">From above, at night</figcaption>
									</figure>
									{#each Object.entries(drawings.modes) as [mode, view] (mode)}
										<figure>
											<div class="drawing"><Drawing {view} title="{name}: {modes[mode]}" small /></div>
											<figcaption class="quiet">{modes[mode]}</figcaption>
										</figure>
									{/each}
								</div>
								<div class="act">
									{#if id === undefined}
										<button type="button" class="tool" onclick={() => goto(resolve(`/plans/${session.id}/layout` as '/'))}
											>Go on with it</button
										>
									{:else}
										<button type="button" class="tool main" onclick={() => take(id, name)}>Take this up</button>
										<button
											type="button"
											class="tool"
											aria-label="Let {name} go"
											onclick={() => session.edit(`let ${name} go`, dropVariant(plan, id))}>Let it go</button
										>
									{/if}
								</div>
							</th>
						{/each}
					</tr>
				</thead>
				{#each groups as group (group)}
					{@const differing = rows.filter((row) => row.group === group && row.differs)}
					{#if differing.length > 0}
						<tbody>
							<tr class="group"><th colspan={columns.length + 1} scope="rowgroup">{group}</th></tr>
							{#each differing as row (row.id)}
								<tr>
									<th scope="row">{row.label}</th>
									{#each row.values as { value, status }, i (i)}
										{@const first = row.values[0].value}
										<td class:best={row.best.includes(i)}>
											{#if value === null}
												<span class="quiet">{nothing(row)}</span>
											{:else}
												{#if status}<StatusMark {status} size={12} />{/if}
												<span class="figures">{written(row.unit, value)}</span>
												{#if i > 0 && first !== null && Math.abs(value - first) >= 0.5}
													<span class="figures delta quiet">{written(row.unit, value - first, true)}</span>
												{/if}
												{#if row.best.includes(i)}<span class="mark">best</span>{/if}
											{/if}
										</td>
									{/each}
								</tr>
							{/each}
						</tbody>
					{/if}
				{/each}
				{#if open.length > 0}
					<tbody>
						<tr class="group"><th colspan={columns.length + 1} scope="rowgroup">Not clear</th></tr>
						{#each open as { title, found } (title)}
							<tr>
								<th scope="row">{title}</th>
								{#each found as finding, i (i)}
									<td>
										{#if finding}
											<StatusMark status={finding.status} size={12} />
											<span class="figures">{marginWords(finding, preferences.units)}</span>
										{:else}
											<span class="quiet">clear or not asked</span>
										{/if}
									</td>
								{/each}
							</tr>
						{/each}
					</tbody>
				{/if}
			</table>
			{#if columns.length > 1 && alike.length > 0}
				<p class="alike quiet">
					The same in all: {alike
						.map(
							(row) => `${row.label.toLowerCase()} ${row.values[0].value === null ? nothing(row) : written(row.unit, row.values[0].value)}`
						)
						.join('; ')}.
				</p>
			{/if}
		</div>
	{/if}
</section>

<style>
	.page {
		display: flex;
		flex-direction: column;
		gap: 10px;
		height: 100%;
		min-height: 0;
		padding: 14px 18px;
		max-width: 1320px;
		margin: 0 auto;
	}
	header {
		display: flex;
		gap: 20px;
		align-items: start;
		justify-content: space-between;
	}
	h2 {
		font-size: 18px;
		margin: 0 0 2px;
	}
	header p {
		margin: 0;
		max-width: 70ch;
	}
	.do,
	.call {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		align-items: center;
		margin: 0;
	}
	.do {
		justify-content: end;
	}
	.table {
		overflow-y: auto;
		min-height: 0;
	}
	table {
		width: 100%;
		border-collapse: collapse;
		table-layout: fixed;
		font-size: 13px;
	}
	thead td {
		width: 190px;
	}
	thead th {
		padding: 8px 10px 10px;
		font-weight: 400;
		text-align: left;
		vertical-align: top;
		background: var(--sheet);
		border: 1px solid var(--rule);
	}
	thead th.present {
		border-top: 3px solid var(--accent);
	}
	.which {
		margin: 0 0 2px;
		font-size: 11.5px;
	}
	.name {
		font-weight: 650;
		margin-bottom: 6px;
	}
	.drawings {
		display: grid;
		grid-template-columns: repeat(auto-fill, minmax(108px, 1fr));
		gap: 4px 8px;
		margin-bottom: 8px;
	}
	figure {
		margin: 0;
		min-width: 0;
	}
	.drawing {
		height: 72px;
	}
	figcaption {
		font-size: 11.5px;
		text-align: center;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.act {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}
	.group th {
		text-align: left;
		padding: 12px 0 3px;
		font-size: 13.5px;
	}
	tbody tr:not(.group) {
		border-top: 1px solid var(--rule);
	}
	tbody th[scope='row'] {
		font-weight: 400;
		text-align: left;
		padding: 4px 8px 4px 0;
	}
	tbody td {
		padding: 4px 10px;
		vertical-align: top;
	}
	tbody td :global(svg) {
		display: inline;
		vertical-align: -1px;
		margin-right: 3px;
	}
	.best .figures:first-of-type {
		font-weight: 650;
	}
	.delta {
		font-size: 11.5px;
		margin-left: 6px;
	}
	.mark {
		margin-left: 6px;
		font-size: 11px;
		color: var(--clear);
		font-weight: 650;
	}
	.alike {
		font-size: 12.5px;
		max-width: 90ch;
	}
	@media (max-width: 900px) {
		.page {
			height: auto;
			padding: 12px;
		}
		.table {
			overflow: visible;
		}
		header {
			flex-direction: column;
			gap: 8px;
		}
		.do {
			justify-content: start;
		}
	}
	@media (max-width: 620px) {
		thead td {
			width: 92px;
		}
		tbody td,
		thead th {
			padding-left: 5px;
			padding-right: 5px;
		}
		.drawing {
			height: 54px;
		}
		.delta {
			display: block;
			margin-left: 0;
		}
	}
</style>
