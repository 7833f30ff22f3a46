<script lang="ts">
	import { Answer } from '$lib/client/answer.svelte';
	import { preferences } from '$lib/client/preferences.svelte';
	import { guessesOfAll, guessWords, lineOfCopy, type CuttingPlan, type SheetLayout } from '$lib/core/cutting';
	import { cutOutsOnSheet, outlineOnSheet } from '$lib/core/export';
	import { formatLength, formatMass, withUnits } from '$lib/core/units';
	import { useWorkbench } from '$lib/ui/context';
	import Cushions from '$lib/ui/Cushions.svelte';
	import GuessQuestion from '$lib/ui/GuessQuestion.svelte';
	import LengthField from '$lib/ui/LengthField.svelte';
	import StatusMark from '$lib/ui/StatusMark.svelte';
	import TemplateFiles from '$lib/ui/TemplateFiles.svelte';

	const workbench = useWorkbench();
	const { session } = workbench;
	const plan = $derived(session.plan);

	const answer = new Answer<CuttingPlan>();
	const cutting = $derived(answer.value);
	$effect(() => {
		if (workbench.derived) void answer.wait(workbench.derived.cut(session.plan));
	});

	const mm = (value: number) => formatLength(value, preferences.units);
	const kerf = $derived(plan.stock.kerf);
	const files = [
		{ what: 'cut-list.pdf', name: 'Workshop sheets (PDF)' },
		{ what: 'parts.csv', name: 'Parts (CSV)' },
		{ what: 'sheets.svg', name: 'Sheets, full size (SVG)' },
		{ what: 'plan', name: 'Plan file' }
	];
	const guessed = $derived(cutting?.parts.filter(({ guesses }) => guesses.length > 0) ?? []);
	/** The file that waits for an answer whether to cut by guesses. */
	let asked = $state<string>();
	function ask(what: string) {
		if (guessed.length > 0 && what !== 'plan') asked = what;
		else void download(what);
	}

	let waiting = $state('');
	async function download(what: string) {
		waiting = '';
		asked = undefined;
		if (!(await session.flush())) {
			waiting = 'The server is away, so the file would be an old one. Your work is kept here; try again in a moment.';
			return;
		}
		const link = document.createElement('a');
		link.href = `/plans/${session.id}/export/${what}?units=${preferences.units}`;
		link.download = '';
		link.click();
	}
	/** What is bought by stock: sheets and lengths by number, cloth by the metre. */
	const bought = $derived(
		!cutting
			? []
			: [
					...cutting.sheets.map(({ id, stock, plan: { sheets } }) => ({
						table: 'sheets' as const,
						id,
						stock,
						amount: `${sheets.length}`,
						n: sheets.length
					})),
					...cutting.bars.map(({ id, stock, plan: { bars } }) => ({
						table: 'bars' as const,
						id,
						stock,
						amount: `${bars.length}`,
						n: bars.length
					})),
					...cutting.cloths.map(({ id, stock, plan: { length } }) => ({
						table: 'cloths' as const,
						id,
						stock,
						amount: `${length / 1000} m`,
						n: length / 1000
					}))
				].map(({ table, id, stock, amount, n }) => ({
					table,
					id,
					amount,
					of: stock.name,
					name: 'length' in stock ? `${stock.name}, ${mm(stock.length)}` : `${stock.name}, ${mm(stock.width)} wide, by the metre`,
					price: stock.price,
					cost: n * stock.price
				}))
	);
	const setStock = (key: 'kerf' | 'trim', value: number) =>
		session.edit(key === 'kerf' ? 'width of the saw cut' : 'trim of sheets', [{ path: ['stock', key], value }]);
	function setPrice(table: 'sheets' | 'bars' | 'cloths', id: string, input: HTMLInputElement) {
		if (Number.isFinite(input.valueAsNumber)) session.edit('price', [{ path: ['stock', table, id, 'price'], value: input.valueAsNumber }]);
	}
</script>

{#snippet placed(layout: SheetLayout)}
	{#each layout.placed as at, i (i)}
		{@const line = lineOfCopy(cutting!.parts, at.blank.id)}
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

<div class="stage">
	{#if answer.failure}<p class="failure" role="alert">The cutting plan could not be worked out: {answer.failure}</p>{/if}
	{#if !cutting}
		<p class="quiet" role="status">Working out the cuts …</p>
	{:else if cutting.parts.length === 0}
		<p>Nothing to cut yet. Add a piece in Layout and its parts appear here.</p>
	{:else}
		<section class="top">
			<dl>
				<div>
					<dt>Parts</dt>
					<dd class="figures">{cutting.parts.reduce((n, p) => n + p.quantity, 0)}</dd>
				</div>
				<div>
					<dt>Weight</dt>
					<dd class="figures">{formatMass(cutting.weight, preferences.units)}</dd>
				</div>
				<div>
					<dt>To buy</dt>
					<dd class="figures">{cutting.cost === null ? 'no price' : cutting.cost.toFixed(2)}</dd>
				</div>
			</dl>
			<div class="settings">
				<LengthField label="Saw cut" value={plan.stock.kerf} range={[0, 12]} onchange={(value) => setStock('kerf', value)} />
				<LengthField label="Sheet trim" value={plan.stock.trim} range={[0, 100]} onchange={(value) => setStock('trim', value)} />
			</div>
			<div class="files">
				{#each files as file (file.what)}
					<button type="button" class="tool" class:main={file.what === 'cut-list.pdf'} onclick={() => ask(file.what)}>{file.name}</button>
				{/each}
			</div>
		</section>
		{#if asked}
			<GuessQuestion
				guesses={guessesOfAll(guessed)}
				parts={guessed.length}
				onyes={() => download(asked!)}
				onno={() => (asked = undefined)}
			/>
		{/if}
		{#if cutting.impossible.length > 0}
			<p class="failure" role="alert">
				Not to be cut: {cutting.impossible.join('; ')}. Choose another stock, or make the piece of more parts; until then nothing has a
				price.
			</p>
		{/if}
		{#if guessed.length > 0}
			<p class="guessed" role="status">
				<StatusMark status="unmeasured" />
				{guessed.length === 1 ? 'One kind of part hangs' : `${guessed.length} of ${cutting.parts.length} kinds of part hang`} on sizes that are
				only guessed: do not cut them yet.
			</p>
		{/if}
		{#if waiting}<p class="failure" role="alert">{waiting}</p>{/if}
		<div class="columns">
			<section>
				<h2>Parts</h2>
				<div class="card list">
					<table>
						<thead><tr><th>No.</th><th>Qty</th><th>Part</th><th>Length</th><th>Width</th><th>Thick</th><th>Weight</th></tr></thead>
						<tbody>
							{#each cutting.parts as part (part.number)}
								<tr>
									<td class="figures">{part.number}</td>
									<td class="figures">{part.quantity}</td>
									<td
										>{part.name}{#if part.shaped}<span class="quiet">, shaped</span>{/if}<br /><span class="quiet">{part.piece}</span>
										{#if part.guesses.length > 0}<br /><span class="guess">{withUnits(guessWords(part.guesses, 1), preferences.units)}</span
											>{/if}
										{#each part.cutOuts as cut, i (i)}<br /><span class="quiet">with {cut.name}</span>{/each}
										{#if part.shaped || part.cutOuts.length > 0}
											<details>
												<summary>Template at full size</summary><TemplateFiles of="part/{part.number}" guesses={part.guesses} />
											</details>
										{/if}</td
									>
									<td class="figures">{mm(part.length)}</td>
									<td class="figures">{mm(part.width)}</td>
									<td class="figures">{mm(part.thickness)}</td>
									<td class="figures">{formatMass(part.weight, preferences.units)}</td>
								</tr>
							{/each}
						</tbody>
					</table>
				</div>
				<h2>To buy</h2>
				<div class="card list">
					<table>
						<thead><tr><th>What</th><th>How many</th><th>Price of one</th><th>Cost</th></tr></thead>
						<tbody>
							{#each bought as job (job.id)}
								<tr>
									<td>{job.name}</td>
									<td class="figures">{job.amount}</td>
									<td
										><input
											class="field figures price"
											type="number"
											min="0"
											step="0.1"
											value={job.price}
											aria-label="Price of {job.of}"
											onchange={(event) => setPrice(job.table, job.id, event.currentTarget)}
										/></td
									>
									<td class="figures">{job.cost.toFixed(2)}</td>
								</tr>
							{/each}
							{#each cutting.hardware as item (item.name)}
								<tr>
									<td>{item.name}</td>
									<td class="figures">{item.count}</td>
									<td></td>
									<td></td>
								</tr>
							{/each}
						</tbody>
					</table>
				</div>
				<Cushions />
				<p class="caution">
					Saws take fingers: guard on, work clamped, both hands accounted for. Sheet dust and solvents want a mask and air. Dry-fit
					everything in the vehicle before you paint it.
				</p>
			</section>
			<section>
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
									<path
										d={cut.axis === 'x' ? `M${cut.at + kerf / 2} ${cut.from}V${cut.to}` : `M${cut.from} ${cut.at + kerf / 2}H${cut.to}`}
									/>
									<text class="cut" x={cut.axis === 'x' ? cut.at + 30 : cut.to - 30} y={cut.axis === 'x' ? cut.to - 24 : cut.at + 44}
										>{k + 1}</text
									>
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
							Too large for {job.stock.name}: {job.plan.tooLarge.map((b) => lineOfCopy(cutting!.parts, b.id).name).join(', ')}. Use more
							boards along the length, or a larger sheet.
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
						{job.stock.name}: {job.plan.bars.length} of {mm(job.stock.length)}{job.plan.proven
							? ', the fewest possible'
							: ', perhaps not the fewest'}
					</h2>
					<ul class="bars">
						{#each job.plan.bars as bar, i (i)}
							<li>
								{#each bar.pieces as piece (piece.id)}
									<span
										class="cutting figures"
										style:width="{(piece.length / job.stock.length) * 100}%"
										title="{lineOfCopy(cutting.parts, piece.id).name}, {mm(piece.length)}">{piece.id}</span
									>
								{/each}
								<span class="left figures">{mm(bar.left)} left</span>
							</li>
						{/each}
					</ul>
					{#if job.plan.tooLong.length > 0}<p class="failure">
							Longer than a bar: {job.plan.tooLong.map((p) => `${lineOfCopy(cutting!.parts, p.id).name} (${mm(p.length)})`).join(', ')}.
						</p>{/if}
				{/each}
			</section>
		</div>
	{/if}
</div>

<style>
	.stage {
		height: 100%;
		overflow-y: auto;
		padding: 14px 18px 40px;
	}
	.top {
		display: flex;
		flex-wrap: wrap;
		gap: 12px 28px;
		align-items: end;
		margin-bottom: 14px;
	}
	dl {
		display: flex;
		gap: 24px;
		margin: 0;
	}
	dt {
		font-size: 12px;
		color: var(--ink-soft);
	}
	dd {
		margin: 0;
		font-size: 20px;
	}
	.settings {
		display: flex;
		gap: 10px;
	}
	.settings :global(.length) {
		width: 92px;
	}
	.files {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
		margin-left: auto;
	}
	.columns {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
		gap: 24px;
	}
	h2 {
		font-size: 15px;
		margin: 10px 0 6px;
	}
	.list {
		overflow-x: auto;
		padding: 4px 10px;
	}
	table {
		width: 100%;
		font-size: 12.5px;
		border-collapse: collapse;
	}
	th {
		text-align: left;
		font-weight: 600;
		padding: 4px 6px 4px 0;
	}
	td {
		padding: 3px 6px 3px 0;
		border-top: 1px solid var(--rule);
		vertical-align: top;
		line-height: 1.25;
	}
	.price {
		width: 84px;
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
	details {
		font-size: 12px;
	}
	summary {
		cursor: pointer;
		color: var(--ink-soft);
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
	.guess {
		color: var(--unmeasured);
		font-weight: 600;
	}
	.guessed {
		display: flex;
		gap: 8px;
		align-items: center;
		margin: 0 0 10px;
		font-weight: 600;
		color: var(--unmeasured);
	}
	.failure {
		color: var(--clash);
	}
	.caution {
		margin-top: 14px;
	}
	@media (max-width: 900px) {
		.columns {
			grid-template-columns: 1fr;
		}
		.files {
			margin-left: 0;
		}
	}
</style>
