<script lang="ts">
	import type { Edit, Plan } from '../core/plan';
	import { MATERIALS } from '../core/plan/materials';

	interface Props {
		plan: Plan;
		/** Keys of sheets and bars of which nobody has said what they are made of. */
		stocks: readonly string[];
		onsay: (label: string, edits: Edit[]) => void;
	}
	let { plan, stocks, onsay }: Props = $props();

	const asked = $derived(
		(['sheets', 'bars'] as const).flatMap((table) =>
			[...new Set(stocks)]
				.filter((id) => Object.hasOwn(plan.stock[table], id) && !plan.stock[table][id].material)
				.map((id) => ({ table, id }))
		)
	);
</script>

{#each asked as { table, id } (`${table} ${id}`)}
	{@const { name } = plan.stock[table][id]}
	<label class="card">
		<span>What is <strong>{name}</strong> made of?</span>
		<select
			class="field"
			value=""
			onchange={(event) =>
				onsay(`${name} is ${event.currentTarget.value}`, [{ path: ['stock', table, id, 'material'], value: event.currentTarget.value }])}
		>
			<option value="" disabled>not said</option>
			{#each MATERIALS as material (material)}<option>{material}</option>{/each}
		</select>
	</label>
{/each}

<style>
	label {
		display: flex;
		flex-wrap: wrap;
		align-items: center;
		justify-content: space-between;
		gap: 8px;
		padding: 6px 10px;
		font-size: 12.5px;
	}
</style>
