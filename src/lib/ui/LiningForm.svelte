<script lang="ts">
	import { preferences } from '../client/preferences.svelte';
	import { addLayer, LINED, type Lined } from '../core/plan';
	import { formatLength } from '../core/units';
	import { useWorkbench } from './context';
	import LengthField from './LengthField.svelte';

	const { session } = useWorkbench();
	const lining = $derived(session.plan.vehicle.lining);
	const TITLES: Record<Lined, string> = { floor: 'Floor', wall: 'Walls', roof: 'Roof' };
	const total = (area: Lined) => Object.values(lining[area]).reduce((sum, layer) => sum + layer.thickness, 0);
	const set = (path: string[], value: unknown) => session.edit('lining', [{ path: ['vehicle', 'lining', ...path], value }]);
	/** What an area takes away, in the room's own terms. */
	const cost = (area: Lined) =>
		area === 'wall'
			? `${formatLength(2 * total(area), preferences.units)} of width`
			: `${formatLength(total(area), preferences.units)} of headroom`;
</script>

<label class="check">
	<input type="checkbox" checked={lining.included} onchange={(event) => set(['included'], event.currentTarget.checked)} />
	measured with the lining in place
</label>
{#each LINED as area (area)}
	<fieldset>
		<legend>{TITLES[area]}{total(area) > 0 ? ` – ${lining.included ? 'already in the sizes' : `costs ${cost(area)}`}` : ''}</legend>
		{#each Object.entries(lining[area]) as [id, layer] (id)}
			<div class="layer">
				<input
					class="field"
					aria-label="{TITLES[area]}: material"
					value={layer.material}
					maxlength="80"
					onchange={(event) => event.currentTarget.value.trim() && set([area, id, 'material'], event.currentTarget.value.trim())}
				/>
				<LengthField
					label="{TITLES[area]}: thickness of {layer.material}"
					hideLabel
					value={layer.thickness}
					range={[0, 300]}
					onchange={(mm) => set([area, id, 'thickness'], mm)}
				/>
				<button type="button" class="tool" aria-label="Take out {layer.material}" onclick={() => set([area, id], undefined)}>×</button>
			</div>
		{/each}
		<button type="button" class="tool" onclick={() => session.edit('a layer of lining', addLayer(session.plan, area))}>Add a layer</button>
	</fieldset>
{/each}

<style>
	fieldset {
		border: 0;
		padding: 0;
		margin: 8px 0;
		font-size: 12.5px;
	}
	legend {
		padding: 0;
		color: var(--ink-soft);
	}
	.layer {
		display: grid;
		grid-template-columns: 1fr 100px 32px;
		gap: 6px;
		margin-bottom: 4px;
	}
	.check {
		font-size: 12.5px;
	}
</style>
