<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import type { Budget, BudgetLine } from '../core/build';
	import { withUnits } from '../core/units';
	import { useWorkbench } from './context';
	import NumberField from './NumberField.svelte';

	let { budget }: { budget: Budget } = $props();
	const { session } = useWorkbench();
	const paid = $derived(session.plan.build.paid);
	const money = (value: number) => value.toFixed(2);
	const name = (line: BudgetLine) => withUnits(line.name, preferences.units);

	function setPaid(line: BudgetLine, price: number | undefined) {
		const value = price === undefined ? undefined : { ...paid[line.key], price };
		session.edit(`paid for ${name(line)}`, [{ path: ['build', 'paid', line.key], value }]);
	}
	function setShop(line: BudgetLine, shop: string) {
		const known = paid[line.key];
		if (known)
			session.edit(`shop of ${name(line)}`, [{ path: ['build', 'paid', line.key], value: { ...known, shop: shop.trim() || undefined } }]);
	}
</script>

<dl class="facts">
	<div>
		<dt>Planned</dt>
		<dd class="figures">{money(budget.planned)}</dd>
	</div>
	<div>
		<dt>Paid</dt>
		<dd class="figures">{money(budget.paid)}</dd>
	</div>
	<div>
		<dt>Still to pay</dt>
		<dd class="figures">{money(budget.open)}</dd>
	</div>
	<div>
		<dt>{budget.over >= 0 ? 'Dearer than planned' : 'Cheaper than planned'}</dt>
		<dd class="figures">{money(Math.abs(budget.over))}</dd>
	</div>
</dl>
{#if budget.unpriced > 0}
	<p class="quiet">
		{budget.unpriced === 1 ? 'One line has' : `${budget.unpriced} lines have`} no price yet and {budget.unpriced === 1 ? 'is' : 'are'} not in
		the sums.
	</p>
{/if}
<div class="card ruled">
	<table>
		<thead><tr><th>What</th><th>How many</th><th>Planned</th><th>Paid for it</th><th>Where</th></tr></thead>
		<tbody>
			{#each budget.lines as line (line.key)}
				<tr class:over={line.planned !== undefined && line.paid !== undefined && line.paid > line.planned + 0.005}>
					<td
						>{name(line)}{#if line.left}<br /><span class="quiet">bought, and no longer on the list</span>{/if}</td
					>
					<td class="figures">{line.amount}</td>
					<td class="figures">{line.planned === undefined ? '' : money(line.planned)}</td>
					<td class="price">
						<NumberField
							label="Paid for {name(line)}"
							hideLabel
							open
							value={line.paid}
							range={[0, 1000000]}
							onchange={(price) => setPaid(line, price)}
						/>
					</td>
					<td>
						{#if line.paid !== undefined}
							<input
								class="field"
								aria-label="Where {name(line)} was bought"
								value={line.shop ?? ''}
								maxlength="120"
								onchange={(event) => setShop(line, event.currentTarget.value)}
							/>
						{/if}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>

<style>
	td.figures {
		white-space: nowrap;
	}
	.price {
		width: 92px;
	}
	.over td:nth-child(3) {
		color: var(--clash);
	}
</style>
