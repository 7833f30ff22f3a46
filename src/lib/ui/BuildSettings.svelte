<script lang="ts">
	import { WEEKDAYS, type Building } from '../core/plan';
	import { useWorkbench } from './context';
	import NumberField from './NumberField.svelte';

	const { session } = useWorkbench();
	const building = $derived(session.plan.build);
	const set = <K extends keyof Building>(key: K, value: Building[K] | undefined, label: string) =>
		session.edit(label, [{ path: ['build', key], value }]);
	function toggle(day: Building['days'][number]) {
		const days = WEEKDAYS.filter((one) => (one === day) !== building.days.includes(one));
		if (days.length > 0) set('days', days, 'working days');
	}
</script>

<div class="settings">
	<label>
		<span class="quiet">Begins</span>
		<input
			class="field"
			type="date"
			value={building.start ?? ''}
			onchange={(event) => set('start', event.currentTarget.value || undefined, 'first day of the build')}
		/>
	</label>
	<NumberField label="Hours a day" value={building.hours} range={[0.5, 16]} onchange={(hours) => set('hours', hours, 'hours a day')} />
	<fieldset>
		<legend class="quiet">Worked on</legend>
		{#each WEEKDAYS as day (day)}
			<button type="button" class="tool" aria-pressed={building.days.includes(day)} aria-label={day} onclick={() => toggle(day)}
				>{day.slice(0, 2)}</button
			>
		{/each}
	</fieldset>
	<NumberField label="Coats" whole value={building.coats} range={[0, 6]} onchange={(coats) => set('coats', coats, 'coats of finish')} />
	<NumberField
		label="A coat dries, h"
		value={building.coatHours}
		range={[0, 240]}
		onchange={(hours) => set('coatHours', hours, 'drying of a coat')}
	/>
	<NumberField
		label="Glue sets, h"
		value={building.glueHours}
		range={[0, 240]}
		onchange={(hours) => set('glueHours', hours, 'setting of glue')}
	/>
</div>

<style>
	.settings {
		display: flex;
		flex-wrap: wrap;
		align-items: end;
		gap: 8px 12px;
	}
	.settings > :global(.number) {
		width: 96px;
	}
	label {
		font-size: 12.5px;
	}
	label span {
		display: block;
	}
	label input {
		width: 150px;
	}
	fieldset {
		border: 0;
		padding: 0;
		margin: 0;
		display: flex;
		flex-wrap: wrap;
		gap: 2px;
	}
	legend {
		padding: 0;
		font-size: 12.5px;
	}
	fieldset .tool {
		min-width: 34px;
		padding: 4px;
	}
	.tool[aria-pressed='true'] {
		background: var(--accent-soft);
		border-color: var(--accent);
		font-weight: 650;
	}
</style>
