<script lang="ts">
	import { SvelteSet } from 'svelte/reactivity';
	import { Answer } from '$lib/client/answer.svelte';
	import { preferences } from '$lib/client/preferences.svelte';
	import { boughtLengths, guessWords, type CuttingPlan } from '$lib/core/cutting';
	import { formatLength, formatMass, withUnits } from '$lib/core/units';
	import { useWorkbench } from '$lib/ui/context';
	import Cushions from '$lib/ui/Cushions.svelte';
	import CutFiles from '$lib/ui/CutFiles.svelte';
	import CutLayouts from '$lib/ui/CutLayouts.svelte';
	import JoinsPane from '$lib/ui/JoinsPane.svelte';
	import LengthField from '$lib/ui/LengthField.svelte';
	import NumberField from '$lib/ui/NumberField.svelte';
	import PartDrawing from '$lib/ui/PartDrawing.svelte';
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

	/** Numbers of the parts whose drawings are open. */
	const drawn = new SvelteSet<number>();

	const mm = (value: number) => formatLength(value, preferences.units);
	const guessed = $derived(cutting?.parts.filter(({ guesses }) => guesses.length > 0) ?? []);
	/** What is bought by stock: sheets and lengths by number, cloth by the metre. */
	const bought = $derived(
		!cutting
			? []
			: [
					...cutting.sheets.map(({ id, stock, plan: { sheets } }) => ({
						path: ['sheets', id, 'price'],
						amount: `${sheets.length}`,
						of: stock.name,
						size: mm(stock.length),
						price: stock.price,
						cost: sheets.length * stock.price
					})),
					...cutting.bars.flatMap(({ id, stock, plan: layout }) =>
						boughtLengths(stock, layout).map(({ length, price, quantity }) => {
							const other = (stock.alsoSold ?? []).findIndex((one) => one.length === length && one.price === price);
							return {
								path: length === stock.length ? ['bars', id, 'price'] : ['bars', id, 'alsoSold', `${other}`, 'price'],
								amount: `${quantity}`,
								of: stock.name,
								size: mm(length),
								price,
								cost: quantity * price
							};
						})
					),
					...cutting.cloths.map(({ id, stock, plan: { length } }) => ({
						path: ['cloths', id, 'price'],
						amount: `${length / 1000} m`,
						of: stock.name,
						size: `${mm(stock.width)} wide, by the metre`,
						price: stock.price,
						cost: (length / 1000) * stock.price
					}))
				]
	);
	const setStock = (key: 'kerf' | 'trim', value: number) =>
		session.edit(key === 'kerf' ? 'width of the saw cut' : 'trim of sheets', [{ path: ['stock', key], value }]);
</script>

<div class="stage">
	{#if answer.failure}<p class="failure" role="alert">The cutting plan could not be worked out: {answer.failure}</p>{/if}
	{#if !cutting}
		<p class="quiet" role="status">Working out the cuts …</p>
	{:else if cutting.parts.length === 0}
		<p>Nothing to cut yet. Add a piece in Layout and its parts appear here.</p>
	{:else}
		<section class="top">
			<dl class="facts">
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
			<CutFiles {guessed} />
		</section>
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
		<div class="columns">
			<section>
				<h2>Parts</h2>
				<div class="card ruled">
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
										{#if part.drilled.some(({ holes }) => holes.length > 0)}
											<br /><button
												type="button"
												class="opens"
												aria-expanded={drawn.has(part.number)}
												onclick={() => (drawn.delete(part.number) ? undefined : drawn.add(part.number))}
												>{drawn.has(part.number) ? '▾' : '▸'} Drawing with holes</button
											>
										{/if}
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
								{#if drawn.has(part.number)}<tr><td></td><td colspan="6" class="drawing"><PartDrawing {part} /></td></tr>{/if}
							{/each}
						</tbody>
					</table>
				</div>
				<h2>To buy</h2>
				<div class="card ruled">
					<table>
						<thead><tr><th>What</th><th>How many</th><th>Price of one</th><th>Cost</th></tr></thead>
						<tbody>
							{#each bought as job (job.path.join('/'))}
								<tr>
									<td>{job.of}, {job.size}</td>
									<td class="figures">{job.amount}</td>
									<td class="price"
										><NumberField
											label="Price of {job.of}, {job.size}"
											hideLabel
											value={job.price}
											range={[0, 100000]}
											onchange={(price) => session.edit('price', [{ path: ['stock', ...job.path], value: price }])}
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
				<JoinsPane {plan} onedit={(label, edits) => session.edit(label, edits)} />
				<Cushions />
				<p class="caution">
					Saws take fingers: guard on, work clamped, both hands accounted for. Sheet dust and solvents want a mask and air. Dry-fit
					everything in the vehicle before you paint it.
				</p>
			</section>
			<section><CutLayouts {cutting} /></section>
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
	.settings {
		display: flex;
		gap: 10px;
	}
	.settings :global(.length) {
		width: 92px;
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
	td.figures {
		white-space: nowrap;
	}
	.price {
		width: 84px;
	}

	details {
		font-size: 12px;
	}
	.opens {
		font-size: 12px;
		color: var(--ink-soft);
		cursor: pointer;
	}
	td.drawing {
		border-top: none;
	}
	summary {
		cursor: pointer;
		color: var(--ink-soft);
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
	}
</style>
