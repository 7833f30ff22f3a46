<script lang="ts">
	import { Keyboard, Redo2, Undo2 } from '@lucide/svelte';
	import { onMount, untrack } from 'svelte';
	import { preloadCode } from '$app/navigation';
	import { resolve } from '$app/paths';
	import { fetchAhead } from '$lib/client/ahead';
	import { Derived } from '$lib/client/derived.svelte';
	import { preferences } from '$lib/client/preferences.svelte';
	import { modeFor } from '$lib/core/plan';
	import { PlanSession } from '$lib/client/session.svelte';
	import { Solids } from '$lib/client/solids.svelte';
	import Keys from '$lib/ui/Keys.svelte';
	import DeletedElsewhere from '$lib/ui/DeletedElsewhere.svelte';
	import { provideWorkbench, type Workbench } from '$lib/ui/context';
	import Preferences from '$lib/ui/Preferences.svelte';
	import SaveSign from '$lib/ui/SaveSign.svelte';
	import StageNav from '$lib/ui/StageNav.svelte';
	import VersionQuestion from '$lib/ui/VersionQuestion.svelte';

	let { data, children } = $props();

	const { id, plan, revision } = untrack(() => data.stored);
	const session = new PlanSession(id, plan, revision);
	const firstMode = modeFor(plan, 'night')?.id ?? Object.keys(plan.modes)[0];
	const workbench: Workbench = $state({
		session,
		derived: undefined,
		solids: undefined,
		gaze: {
			modeId: firstMode,
			selected: Object.keys(plan.pieces)[0],
			node: undefined,
			sectionX: Math.round(plan.vehicle.length.mm * 0.42),
			solid: false,
			posture: 'lying on the back'
		}
	});
	provideWorkbench(workbench);

	onMount(() => {
		const derived = new Derived();
		const solids = new Solids();
		workbench.derived = derived;
		workbench.solids = solids;
		const leave = session.start();
		// Once the page works, what the other stages need: they open without the server as well.
		const later = setTimeout(() => {
			const stages = [
				'interior',
				'interior/walk',
				'interior/scan',
				'people',
				'find',
				'layout',
				'compare',
				'conversion',
				'strength',
				'storage',
				'cutting',
				'build',
				'log'
			];
			void fetchAhead(() => Promise.all(stages.map((stage) => preloadCode(`/plans/${id}/${stage}`))));
		}, 1000);
		return () => {
			clearTimeout(later);
			leave();
			derived.stop();
			solids.stop();
		};
	});

	$effect(() => {
		const { modeId, selected, sectionX, posture } = workbench.gaze;
		const known = Object.hasOwn(session.plan.modes, modeId) ? modeId : Object.keys(session.plan.modes)[0];
		if (known) workbench.derived?.ask(session.plan, { modeId: known, selected, sectionX, posture }, preferences.units);
		if (known) workbench.solids?.ask(session.plan, known, workbench.gaze.solid, posture);
	});

	let showsKeys = $state(false);
	function keys(event: KeyboardEvent) {
		const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select');
		if (!typing && event.key === '?') showsKeys = true;
		if (event.key === 'Escape') showsKeys = false;
		if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
		event.preventDefault();
		if (event.shiftKey) session.redo();
		else session.undo();
	}
</script>

<svelte:head><title>{session.plan.name} – Vast Nook</title></svelte:head>
<svelte:window onkeydown={keys} />

<div class="bench">
	<header>
		<a class="home" href={resolve('/')} title="All plans">Vast Nook</a>
		<h1>{session.plan.name}</h1>
		<StageNav planId={id} plan={session.plan} findings={workbench.derived?.findings ?? []} />
		<div class="tools">
			<SaveSign state={session.saving.sign} trouble={session.saving.trouble} />
			<button
				type="button"
				class="tool"
				disabled={!session.canUndo}
				title={session.canUndo ? `Undo: ${session.canUndo}` : 'Nothing to undo'}
				aria-label="Undo"
				onclick={() => session.undo()}
			>
				<Undo2 size={16} />
			</button>
			<button
				type="button"
				class="tool"
				disabled={!session.canRedo}
				title={session.canRedo ? `Redo: ${session.canRedo}` : 'Nothing to redo'}
				aria-label="Redo"
				onclick={() => session.redo()}
			>
				<Redo2 size={16} />
			</button>
			<button type="button" class="tool wide-only" aria-label="Keys" title="Keys (?)" onclick={() => (showsKeys = true)}>
				<Keyboard size={16} />
			</button>
			<Preferences />
		</div>
	</header>
	{#if session.notice ?? workbench.derived?.failure}
		<p class="notice" role="status">
			{session.notice ?? workbench.derived?.failure}
			<button type="button" class="tool" onclick={() => (session.notice = undefined)}>Good</button>
		</p>
	{/if}
	<main>{@render children()}</main>
</div>

{#if showsKeys}<Keys onclose={() => (showsKeys = false)} />{/if}
{#if session.saving.sign === 'gone'}
	<DeletedElsewhere {session} />
{:else if session.saving.question}
	<VersionQuestion {session} question={session.saving.question} />
{/if}

<style>
	.bench {
		height: 100dvh;
		display: flex;
		flex-direction: column;
	}
	header {
		display: flex;
		align-items: center;
		gap: 10px;
		padding: 0 14px;
		border-bottom: 1px solid var(--rule);
		background: var(--sheet);
		min-height: 50px;
	}
	.home {
		font-weight: 750;
		color: var(--accent);
		white-space: nowrap;
	}
	h1 {
		font-size: 14px;
		font-weight: 500;
		margin: 0;
		max-width: 190px;
		min-width: 60px;
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.tools {
		margin-left: auto;
		display: flex;
		align-items: center;
		gap: 6px;
	}
	.notice {
		display: flex;
		gap: 12px;
		align-items: center;
		justify-content: center;
		margin: 0;
		padding: 4px 14px;
		background: var(--accent-soft);
	}
	main {
		flex: 1;
		min-height: 0;
	}
	@media (max-width: 1400px) {
		.wide-only {
			display: none;
		}
	}
	@media (max-width: 900px) {
		.bench {
			height: auto;
			min-height: 100dvh;
		}
		header {
			flex-wrap: wrap;
			padding: 6px 12px 0;
			gap: 6px 10px;
			position: sticky;
			top: 0;
			z-index: 5;
		}
		header :global(nav) {
			order: 3;
			width: 100%;
		}
		h1 {
			flex: 1;
		}
	}
</style>
