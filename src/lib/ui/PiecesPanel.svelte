<script lang="ts">
	import { KIND_GROUPS, KINDS, kindOf, type KindName } from '../core/pieces';
	import { addPiece, removePiece } from '../core/plan';
	import { useWorkbench } from './context';
	import { apart } from '../core/derive';
	import Designer from './Designer.svelte';
	import HeldBy from './HeldBy.svelte';
	import ParameterForm from './ParameterForm.svelte';

	const workbench = useWorkbench();
	const { session } = workbench;

	const pieces = $derived(Object.entries(session.plan.pieces));
	const chosen = $derived(
		workbench.gaze.selected && session.plan.pieces[workbench.gaze.selected] ? workbench.gaze.selected : pieces[0]?.[0]
	);
	const piece = $derived(chosen ? session.plan.pieces[chosen] : undefined);
	let adding = $state(false);

	let refused = $state('');
	function takeApart(id: string, name: string) {
		const taken = apart(session.plan, id);
		refused = 'reason' in taken ? taken.reason : '';
		if ('edits' in taken) session.edit(`take ${name} apart`, taken.edits);
	}

	function add(kind: KindName) {
		const { title, params } = kindOf(kind);
		const made = addPiece(session.plan, { kind, name: title, params: params.parse({}) } as never);
		if (session.edit(`add ${title.toLowerCase()}`, made.edits)) workbench.gaze.selected = made.id;
		adding = false;
	}
</script>

<section class="card panel" aria-label="Pieces">
	<header>
		{#if pieces.length > 0}
			<select class="field" aria-label="Piece" value={chosen} onchange={(event) => (workbench.gaze.selected = event.currentTarget.value)}>
				{#each pieces as [id, { name }] (id)}<option value={id}>{name}</option>{/each}
			</select>
		{:else}
			<h2>What do you build in?</h2>
		{/if}
		{#if pieces.length > 0}<button type="button" class="tool add" onclick={() => (adding = !adding)} aria-expanded={adding}>Add …</button
			>{/if}
	</header>
	<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
	<div class="scroll" tabindex="0" role="group" aria-label="Sizes of the piece">
		{#if adding || pieces.length === 0}
			<div class="kinds">
				{#each KIND_GROUPS as group (group)}
					<h2 class="group">{group}</h2>
					{#each Object.values(KINDS).filter((kind) => kind.group === group) as kind (kind.kind)}
						<button type="button" class="card kind" onclick={() => add(kind.kind as KindName)}>
							<strong>{kind.title}</strong>
							<span class="quiet">{kind.summary}</span>
						</button>
					{/each}
				{/each}
			</div>
		{/if}
		{#if piece && chosen}
			<label class="name">
				<span class="quiet">Name</span>
				<input
					class="field"
					value={piece.name}
					maxlength="120"
					onchange={(event) => session.edit('rename a piece', [{ path: ['pieces', chosen, 'name'], value: event.currentTarget.value }])}
				/>
			</label>
			<ParameterForm
				{piece}
				stock={session.plan.stock}
				onchange={(key, value, label) =>
					session.edit(`${label.toLowerCase()} of ${piece.name}`, [{ path: ['pieces', chosen, 'params', key], value }])}
			/>
			{#if piece.kind === 'own'}<Designer id={chosen} {piece} />{/if}
			{#if kindOf(piece.kind).caution}<p class="caution">{kindOf(piece.kind).caution}</p>{/if}
			<HeldBy id={chosen} />
			{#if piece.kind !== 'own'}
				<button type="button" class="tool remove" onclick={() => takeApart(chosen, piece.name)}
					>Take it apart, to change single boards</button
				>
				{#if refused}<p class="refused" role="alert">{refused}</p>{/if}
			{/if}
			<button type="button" class="tool remove" onclick={() => session.edit(`take out ${piece.name}`, removePiece(session.plan, chosen))}
				>Take out this piece</button
			>
		{/if}
	</div>
</section>

<style>
	.panel {
		display: flex;
		flex-direction: column;
		min-height: 0;
		overflow: hidden;
	}
	header {
		display: flex;
		gap: 6px;
		padding: 8px 10px;
		border-bottom: 1px solid var(--rule);
		align-items: center;
	}
	h2 {
		font-size: 15px;
		margin: 0;
	}
	.scroll {
		overflow-y: auto;
		min-height: 0;
		padding: 10px;
	}
	.kinds {
		display: grid;
		gap: 8px;
		margin-bottom: 12px;
	}
	.group {
		font-size: 12.5px;
		margin: 6px 0 0;
		color: var(--ink-soft);
	}
	.group::first-letter {
		text-transform: uppercase;
	}
	.kind {
		text-align: left;
		padding: 8px 10px;
		cursor: pointer;
		background: var(--room);
		font-size: 12.5px;
		display: grid;
		gap: 2px;
	}
	.kind:hover {
		border-color: var(--accent);
	}
	.kind strong {
		font-size: 14px;
	}
	.name {
		display: grid;
		grid-template-columns: 60px 1fr;
		align-items: center;
		margin-bottom: 8px;
		font-size: 12.5px;
	}
	.add {
		white-space: nowrap;
	}
	.caution {
		margin: 12px 0 0;
	}
	.refused {
		margin: 6px 0 0;
		color: var(--clash);
		font-size: 12.5px;
	}
	.remove {
		margin-top: 14px;
		width: 100%;
	}
</style>
