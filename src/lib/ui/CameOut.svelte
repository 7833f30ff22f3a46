<script lang="ts">
	import type { CutPart } from '../core/plan';
	import LengthField from './LengthField.svelte';

	interface Props {
		/** Parts that a step cut, with what they are called. */
		parts: { key: string; called: string; cut: CutPart }[];
		onmade: (key: string, made: CutPart['made']) => void;
	}
	let { parts, onmade }: Props = $props();

	/** Only what came out otherwise is kept. */
	function set(key: string, cut: CutPart, side: 'length' | 'width', mm: number) {
		const made = { ...cut.made };
		if (Math.abs(mm - cut[side]) < 0.05) delete made[side];
		else made[side] = mm;
		onmade(key, Object.keys(made).length > 0 ? made : undefined);
	}
</script>

<details>
	<summary>Did a part come out otherwise?</summary>
	<table>
		<thead><tr><th>Part</th><th>Length as it is</th><th>Width as it is</th></tr></thead>
		<tbody>
			{#each parts as { key, called, cut } (key)}
				<tr>
					<td>{called}</td>
					{#each ['length', 'width'] as const as side (side)}
						<td
							><LengthField
								label="{called}: {side} as it is"
								hideLabel
								value={cut.made?.[side] ?? cut[side]}
								range={[0, 20000]}
								onchange={(mm) => set(key, cut, side, mm)}
							/></td
						>
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</details>

<style>
	details {
		margin-top: 10px;
	}
	summary {
		cursor: pointer;
	}
	th {
		text-align: left;
		font-weight: 600;
		font-size: 12.5px;
		padding-right: 10px;
	}
	td {
		padding: 2px 10px 2px 0;
	}
	td :global(.length) {
		width: 120px;
	}
</style>
