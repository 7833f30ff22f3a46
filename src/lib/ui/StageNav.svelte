<script lang="ts">
	import { resolve } from '$app/paths';
	import { page } from '$app/state';
	import { byQuestion, toldOf, type Finding, type Question } from '../core/checks';
	import type { Plan } from '../core/plan';
	import { measurementList } from '../core/interior';
	import Chevron from './Chevron.svelte';
	import StatusMark from './StatusMark.svelte';

	let { planId, plan, findings }: { planId: string; plan: Plan; findings: Finding[] } = $props();

	const entries = $derived(measurementList(plan.vehicle));
	const measured = $derived(entries.filter((e) => e.measurement.status !== 'guessed').length);
	const variants = $derived(Object.keys(plan.variants ?? {}).length);
	const doneSteps = $derived(Object.keys(plan.build.done).length);
	const told = $derived(toldOf(plan, findings));
	const clashes = $derived(told.filter((f) => f.status === 'clash').length);
	/** On a phone the stages are a menu, open or not. */
	let open = $state(false);
	/** Stages that answer a topic by themselves; all others are answered in Layout. */
	const ANSWERS: Partial<Record<Question['topic'], string>> = {
		'What was measured': 'interior',
		'Changing over': 'conversion',
		Holding: 'strength',
		'Building it': 'cutting'
	};
	/** What waits in each stage: the worst of it, and how much is as bad. */
	const waiting = $derived.by(() => {
		const found: Record<string, Finding[]> = {};
		for (const { topic, open } of byQuestion(plan, told)) (found[ANSWERS[topic] ?? 'layout'] ??= []).push(...open);
		return Object.fromEntries(
			Object.entries(found).flatMap(([stage, of]) => {
				const worst = (['clash', 'unmeasured'] as const).find((status) => of.some((one) => one.status === status));
				return worst ? [[stage, { status: worst, n: of.filter(({ status }) => status === worst).length }]] : [];
			})
		);
	});
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
		{ id: 'storage', name: 'Storage', note: '' },
		{ id: 'cutting', name: 'Cutting', note: '' },
		{ id: 'build', name: 'Build', note: doneSteps > 0 ? `${doneSteps}` : '' },
		{ id: 'log', name: 'Log', note: plan.log.length > 0 ? `${plan.log.length}` : '' }
	]);
	const isCurrent = ({ id }: { id: string }) => page.url.pathname.includes(`/${planId}/${id}`);
</script>

<nav aria-label="Stages of the plan">
	<button type="button" class="tool menu" aria-expanded={open} onclick={() => (open = !open)}>
		{stages.find(isCurrent)?.name ?? 'Stages'}
		{#if clashes > 0}<span class="figures bad">{clashes} {clashes === 1 ? 'clash' : 'clashes'}</span>{/if}
		<span class="end"><Chevron up={open} /></span>
	</button>
	<div class="stages" class:open>
		{#each stages as stage (stage.id)}
			<a
				href={resolve(`/plans/${planId}/${stage.id}` as '/')}
				aria-current={isCurrent(stage) ? 'page' : undefined}
				onclick={() => (open = false)}
			>
				{stage.name}{#if stage.note}<span class="figures note" class:bad={stage.id === 'layout' && clashes > 0}>{stage.note}</span>{/if}
				{#if waiting[stage.id]}
					<span class="waits figures"><StatusMark status={waiting[stage.id].status} size={14} /> {waiting[stage.id].n}</span>
				{/if}
			</a>
		{/each}
	</div>
</nav>

<style>
	.stages {
		display: flex;
		gap: 2px;
		overflow-x: auto;
	}
	.menu,
	.waits {
		display: none;
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
	/* Eleven stages side by side, and a note that grows with the trouble. */
	@media (max-width: 1400px) {
		a {
			padding: 8px 5px 7px;
			gap: 3px;
			font-size: 14px;
		}
	}
	/* On a phone they do not stand side by side: a menu, with what waits where. */
	@media (max-width: 700px) {
		nav {
			position: relative;
			padding-bottom: 6px;
		}
		.menu {
			display: flex;
			align-items: center;
			gap: 8px;
			width: 100%;
			min-height: 42px;
			font-weight: 650;
		}
		.stages {
			display: none;
		}
		.stages.open {
			display: grid;
			position: absolute;
			z-index: 8;
			left: 0;
			right: 0;
			background: var(--sheet);
			border: 1px solid var(--rule);
			border-radius: 6px;
			box-shadow: 0 6px 18px rgb(0 0 0 / 18%);
		}
		a {
			min-height: 46px;
			padding: 0 14px;
			align-items: center;
			border-bottom: 1px solid var(--rule);
			border-left: 4px solid transparent;
		}
		a[aria-current] {
			border-bottom-color: var(--rule);
			border-left-color: var(--accent);
		}
		.note.bad {
			display: none;
		}
		.waits {
			display: inline-flex;
			gap: 4px;
			align-items: center;
			margin-left: auto;
			font-size: 13px;
		}
		.end {
			margin-left: auto;
		}
	}
	.bad {
		color: var(--clash);
		font-weight: 650;
	}
</style>
