<script lang="ts">
	import { Answer } from '../client/answer.svelte';
	import { preferences } from '../client/preferences.svelte';
	import { backShort, folded, roundMattress, sheetFor, type PadPlan, type PieceCushions } from '../core/pads';
	import type { Plan } from '../core/plan';
	import { formatLength, formatMass } from '../core/units';
	import { useWorkbench } from './context';

	const workbench = useWorkbench();
	const plan = $derived(workbench.session.plan);
	/** What was worked out, with the plan it was worked out for: that may be older than the one on the bench for a moment. */
	const answer = new Answer<{ plan: Plan; cushions: { of: PieceCushions; plans: PadPlan[] }[] }>();
	const found = $derived(answer.value);
	$effect(() => {
		const asked = plan;
		if (workbench.derived) void answer.wait(workbench.derived.cushions(asked).then((cushions) => ({ plan: asked, cushions })));
	});

	/** Mattresses and long blocks of foam in the stock that a piece can be built round. */
	const mattresses = (plan: Plan, piece: string) =>
		Object.entries(plan.stock.foams).flatMap(([id, foam]) => {
			const edits = foam.length >= LIE ? roundMattress(plan.pieces[piece], piece, foam) : null;
			return edits ? [{ id, name: foam.name, edits }] : [];
		});
	/** One lies on what is at least this long, mm. */
	const LIE = 1700;
	const mm = (value: number) => formatLength(Math.round(value), preferences.units);
	const size = (sides: readonly number[]) => sides.map(mm).join(' × ');
	const DAY = { seat: 'seat', back: 'back', aside: 'lies aside by day' } as const;
	function sheetWords({ width, length }: PieceCushions['bed']) {
		const sheet = sheetFor(width, length);
		if (!sheet) return 'No usual bed sheet is large enough.';
		return `A ${mm(sheet.width)} sheet, ${mm(sheet.length)} long, ${sheet.snug ? 'fits' : 'is larger and has to be tucked in'}.`;
	}
</script>

{#if answer.failure}
	<p role="alert" class="bad">The cushions could not be worked out: {answer.failure}</p>
{:else if found && found.cushions.length > 0}
	<h2>Cushions</h2>
	{#each found.cushions as { of, plans } (of.piece)}
		{@const bought = mattresses(found.plan, of.piece)}
		<section class="card cushions" aria-label="Cushions of {of.name}">
			<h3>{of.name}</h3>
			<table>
				<tbody>
					{#each of.pads as pad, i (i)}
						<tr>
							<td>{pad.name}</td>
							<td class="figures">{size(pad.size)}</td>
							<td class="figures">{formatMass(pad.kg, preferences.units)}</td>
						</tr>
					{/each}
				</tbody>
			</table>
			<p>
				{sheetWords(of.bed)}
				{#if of.wallGap !== null && of.wallGap > 0.5}The gap to the wall at its upper edge is <span class="figures">{mm(of.wallGap)}</span
					>.{/if}
				{#if of.lip > 0}An open edge wants a lip about <span class="figures">{mm(of.lip)}</span> high, or the mattress slides.{/if}
			</p>
			{#if bought.length > 0}
				<label class="round">
					<span class="quiet">Build it round</span>
					<select
						class="field"
						value=""
						onchange={(event) => {
							const { value } = event.currentTarget;
							const chosen = bought.find(({ id }) => id === value);
							if (chosen) workbench.session.edit(`${of.name} round ${chosen.name}`, chosen.edits);
							event.currentTarget.value = '';
						}}
					>
						<option value="">a mattress you have bought …</option>
						{#each bought as { id, name } (id)}<option value={id}>{name}</option>{/each}
					</select>
				</label>
			{/if}
			{#if of.wish}
				{#if plans.length === 0}
					<p class="quiet">There is no foam {mm(of.bed.thickness)} thick in the stock of this plan.</p>
				{:else}
					{@const [best] = plans}
					<p>
						One set for day and night: {best.cushions
							.map(({ width, day, count }) => `${count === 1 ? '' : `${count} × `}${mm(width)} wide (${DAY[day]})`)
							.join(', ')}. From {best.blocks} of {found.plan.stock.foams[best.foam].name}, together
						<span class="figures">{best.price.toFixed(2)}</span>,
						<span class="figures">{Math.round(best.waste * 100)} %</span> left over.
						{#if backShort(best.cushions, of.wish) > 0}The back is <span class="figures">{mm(backShort(best.cushions, of.wish))}</span> lower
							than one leans against well.{/if}
					</p>
				{/if}
			{:else}
				{@const half = folded(of.bed, 2)}
				{@const third = folded(of.bed, 3)}
				<p class="quiet">
					Halved it folds to <span class="figures">{size([half.length, half.width, half.thickness])}</span>, in three to
					<span class="figures">{size([third.length, third.width, third.thickness])}</span>.
				</p>
			{/if}
		</section>
	{/each}
{/if}

<style>
	.cushions {
		padding: 8px 12px;
		margin-bottom: 8px;
		font-size: 13px;
	}
	h2 {
		font-size: 15px;
		margin: 10px 0 6px;
	}
	h3 {
		font-weight: 650;
	}
	table {
		width: 100%;
		border-collapse: collapse;
	}
	td {
		padding: 2px 8px 2px 0;
		border-bottom: 1px solid var(--rule);
	}
	p {
		margin: 4px 0 0;
	}
	.round {
		display: flex;
		align-items: center;
		gap: 8px;
		margin-top: 6px;
	}
	.bad {
		color: var(--clash);
	}
</style>
