<script lang="ts">
	import { resolve } from '$app/paths';
	import { page } from '$app/state';
	import { toldOf, type Finding } from '../core/checks';
	import type { Plan } from '../core/plan';
	import { measurementList } from '../core/interior';

	let { planId, plan, findings }: { planId: string; plan: Plan; findings: Finding[] } = $props();

	const entries = $derived(measurementList(plan.vehicle));
	const measured = $derived(entries.filter((e) => e.measurement.status !== 'guessed').length);
	const variants = $derived(Object.keys(plan.variants ?? {}).length);
	const clashes = $derived(toldOf(plan, findings).filter((f) => f.status === 'clash').length);
	const stages = $derived([
		{ id: 'interior', name: 'Interior', note: `${measured}/${entries.length}` },
		{
			id: 'people',
			name: 'People and gear',
			note: `${[plan.crew, plan.gear, plan.animals ?? {}].reduce((sum, table) => sum + Object.keys(table).length, 0)}`
		},
		{ id: 'find', name: 'Find a layout', note: '' },
		{
			id: 'layout',
			name: 'Layout',
			note: clashes > 0 ? `${clashes} ${clashes === 1 ? 'clash' : 'clashes'}` : `${Object.keys(plan.pieces).length}`
		},
		{ id: 'compare', name: 'Compare', note: variants > 0 ? `${variants + 1}` : '' },
		{ id: 'conversion', name: 'Conversion', note: '' },
		{ id: 'strength', name: 'Strength', note: '' },
		{ id: 'cutting', name: 'Cutting', note: '' }
	]);
</script>

<nav aria-label="Stages of the plan">
	{#each stages as stage (stage.id)}
		{@const current = page.url.pathname.includes(`/${planId}/${stage.id}`)}
		<a href={resolve(`/plans/${planId}/${stage.id}` as '/')} aria-current={current ? 'page' : undefined}>
			{stage.name}{#if stage.note}<span class="figures" class:bad={stage.id === 'layout' && clashes > 0}>{stage.note}</span>{/if}
		</a>
	{/each}
</nav>

<style>
	nav {
		display: flex;
		gap: 2px;
		overflow-x: auto;
	}
	a {
		padding: 8px 12px 7px;
		border-bottom: 3px solid transparent;
		color: var(--ink);
		white-space: nowrap;
		display: inline-flex;
		gap: 6px;
		align-items: baseline;
	}
	a:hover {
		border-bottom-color: var(--rule);
	}
	a[aria-current] {
		border-bottom-color: var(--accent);
		font-weight: 650;
	}
	span {
		font-size: 11.5px;
		color: var(--ink-soft);
	}
	/* Eight stages side by side, and a note that grows with the trouble. */
	@media (max-width: 1400px) {
		a {
			padding: 8px 8px 7px;
			gap: 4px;
		}
	}
	@media (max-width: 500px) {
		a {
			padding: 8px 5px 7px;
			font-size: 13px;
		}
		span:not(.bad) {
			display: none;
		}
	}
	.bad {
		color: var(--clash);
		font-weight: 650;
	}
</style>
