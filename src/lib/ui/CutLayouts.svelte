<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { barsWords, lineOfCopy, type CuttingPlan, type SheetLayout } from '../core/cutting';
	import { cutOutsOnSheet, outlineOnSheet } from '../core/export';
	import { formatLength } from '../core/units';
	import BarLengths from './BarLengths.svelte';
	import { useWorkbench } from './context';

	interface Props {
		/** What lies where on sheets, rolls and bars. */
		cutting: CuttingPlan;
	}
	let { cutting }: Props = $props();
	const { session } = useWorkbench();
	const plan = $derived(session.plan);
	const mm = (value: number) => formatLength(value, preferences.units);
	const kerf = $derived(plan.stock.kerf);
</script>

{#snippet placed(layout: SheetLayout)}
	{#each layout.placed as at, i (i)}
		{@const line = lineOfCopy(cutting.parts, at.blank.id)}
		{@const [w, h] = at.turned ? [at.blank.width, at.blank.length] : [at.blank.length, at.blank.width]}
		<polygon
			points={outlineOnSheet(line, at)
				.map((p) => `${p.x},${p.y}`)
				.join(' ')}
		/>
		{#each cutOutsOnSheet(line, at) as ring, k (k)}
			<polygon class="hole" points={ring.map((p) => `${p.x},${p.y}`).join(' ')} />
		{/each}
		{@const words = `${mm(line.length)} × ${mm(line.width)}`}
		{@const small = Math.min(46, (w - 12) / (0.6 * words.length))}
		{#if h < 130 || small < 22}
			<text x={at.x + w / 2} y={at.y + h / 2 + 0.35 * Math.min(76, 0.8 * h)} class="id" style:font-size="{Math.min(76, 0.8 * h, w / 2)}px"
				>{at.blank.id}</text
			>
		{:else}
			<text x={at.x + w / 2} y={at.y + h / 2 - 10} class="id">{at.blank.id}</text>
			<text x={at.x + w / 2} y={at.y + h / 2 + 46} class="size" style:font-size="{small}px">{words}</text>
		{/if}
	{/each}
{/snippet}

{#each cutting.sheets as job (job.id)}
	{#each job.plan.sheets as layout, i (i)}
		<h2>{job.stock.name}, sheet {i + 1} of {job.plan.sheets.length}</h2>
		<svg
			class="sheet"
			viewBox="-10 -10 {job.stock.length + 20} {job.stock.width + 20}"
			role="img"
			aria-label="Layout of sheet {i + 1}: {layout.placed.map((p) => `part ${p.blank.id}`).join(', ')}"
		>
			<rect width={job.stock.length} height={job.stock.width} class="raw" />
			<g transform="translate({plan.stock.trim} {plan.stock.trim})">
				{@render placed(layout)}
				{#each layout.cuts as cut, k (k)}
					<path d={cut.axis === 'x' ? `M${cut.at + kerf / 2} ${cut.from}V${cut.to}` : `M${cut.from} ${cut.at + kerf / 2}H${cut.to}`} />
					<text class="cut" x={cut.axis === 'x' ? cut.at + 30 : cut.to - 30} y={cut.axis === 'x' ? cut.to - 24 : cut.at + 44}>{k + 1}</text>
				{/each}
			</g>
		</svg>
		<ol class="cuts">
			{#each layout.cuts as cut, k (k)}<li>
					{cut.axis === 'x' ? 'across' : 'along'} at <span class="figures">{mm(cut.at)}</span>
				</li>{/each}
		</ol>
	{/each}
	{#if job.plan.tooLarge.length > 0}
		<p class="failure">
			Too large for {job.stock.name}: {job.plan.tooLarge.map((b) => lineOfCopy(cutting.parts, b.id).name).join(', ')}. Use more boards along
			the length, or a larger sheet.
		</p>
	{/if}
{/each}
{#each cutting.cloths as job (job.id)}
	<h2>{job.stock.name}: {job.plan.length / 1000} m off a roll {mm(job.stock.width)} wide</h2>
	<svg
		class="sheet"
		viewBox="-10 -10 {job.plan.length + 20} {job.stock.width + 20}"
		role="img"
		aria-label="Layout on the roll: {job.plan.layout.placed.map((p) => `part ${p.blank.id}`).join(', ')}"
	>
		<rect width={job.plan.length} height={job.stock.width} class="raw" />
		{@render placed(job.plan.layout)}
	</svg>
	<p class="quiet">Cut sizes, with overlap and seams.</p>
	{#each job.plan.joined as { id, strips } (id)}
		<p class="quiet">{lineOfCopy(cutting.parts, id).name} is joined from {strips} strips.</p>
	{/each}
{/each}
{#each cutting.bars as job (job.id)}
	<h2>
		{job.stock.name}: {barsWords(job, mm)}{job.plan.proven
			? ', the cheapest there is'
			: `, at most ${(100 * job.plan.gap).toFixed(1)} % dearer than the cheapest there is`}
	</h2>
	{@const longest = Math.max(...job.plan.bars.map(({ length }) => length))}
	<ul class="bars">
		{#each job.plan.bars as bar, i (i)}
			<li style:width="{(bar.length / longest) * 100}%">
				{#each bar.pieces as piece (piece.id)}
					<span
						class="cutting figures"
						style:width="{(piece.length / bar.length) * 100}%"
						title="{lineOfCopy(cutting.parts, piece.id).name}, {mm(piece.length)}">{piece.id}</span
					>
				{/each}
				<span class="left figures">{mm(bar.left)} left{bar.had ? ', yours' : ''}</span>
			</li>
		{/each}
	</ul>
	<BarLengths id={job.id} stock={job.stock} />
	{#if job.plan.tooLong.length > 0}<p class="failure">
			Longer than a bar: {job.plan.tooLong.map((p) => `${lineOfCopy(cutting.parts, p.id).name} (${mm(p.length)})`).join(', ')}.
		</p>{/if}
{/each}

<style>
	h2 {
		font-size: 15px;
		margin: 10px 0 6px;
	}
	.sheet {
		width: 100%;
		display: block;
	}
	.raw {
		fill: var(--room);
		stroke: var(--ink-soft);
		stroke-width: 4;
		stroke-dasharray: 18 10;
	}
	polygon {
		fill: var(--board);
		stroke: var(--ink);
		stroke-width: 4;
	}
	.hole {
		fill: var(--room);
		stroke-dasharray: 12 8;
	}
	.sheet path {
		stroke: var(--clash);
		stroke-width: 4;
		stroke-dasharray: 26 14;
		fill: none;
	}
	.sheet text {
		text-anchor: middle;
		fill: var(--ink);
	}
	.id {
		font-size: 76px;
		font-weight: 700;
	}
	.size {
		font-size: 46px;
		font-family: var(--font-figures);
	}
	.sheet .cut {
		font-size: 44px;
		fill: var(--clash);
		font-weight: 700;
	}
	.cuts {
		display: flex;
		flex-wrap: wrap;
		gap: 2px 18px;
		list-style: decimal inside;
		font-size: 12.5px;
		margin: 4px 0 10px;
	}
	.bars li {
		display: flex;
		height: 22px;
		margin-bottom: 3px;
		border: 1px dashed var(--ink-soft);
		border-radius: 2px;
		overflow: hidden;
	}
	.cutting {
		background: var(--board);
		border-right: 2px solid var(--ink);
		font-size: 11px;
		text-align: center;
		line-height: 21px;
		overflow: hidden;
	}
	.left {
		font-size: 11px;
		line-height: 21px;
		padding: 0 6px;
		color: var(--ink-soft);
		margin-left: auto;
		white-space: nowrap;
	}
	.failure {
		color: var(--clash);
	}
</style>
