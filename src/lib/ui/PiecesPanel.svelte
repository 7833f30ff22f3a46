<script lang="ts">
	import { saveFile } from '../client/save-file';
	import { KIND_GROUPS, KINDS, kindOf, type KindName } from '../core/pieces';
	import { addPiece, applyEdits, readPieceFile, removePiece, valueAtPath, writePieceFile, type Edit } from '../core/plan';
	import { withUnits } from '../core/units';
	import { preferences } from '../client/preferences.svelte';
	import { startingSizes } from '../client/starting-sizes';
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

	/** What is wrong with a file that was to be opened as a piece. */
	let unread: string[] = $state([]);
	async function open(input: HTMLInputElement) {
		const file = input.files?.[0];
		input.value = '';
		if (!file) return;
		const read = readPieceFile(await file.text());
		unread = read.ok ? [] : read.faults;
		if (!read.ok) return;
		const made = addPiece(session.plan, read.piece);
		if (session.edit(`add ${read.piece.name}`, made.edits)) workbench.gaze.selected = made.id;
		adding = false;
	}
	const keep = (name: string, text: string) =>
		saveFile(`${name.toLowerCase().replace(/[^a-z0-9]+/g, '-') || 'piece'}.piece.json`, text, 'application/json');

	/** The kind for which a place is being looked for. */
	let placing: KindName | undefined = $state();
	/** What a new piece was made otherwise than usual so that it fits, and the edits back. */
	let fitted: { id: string; changes: string[]; back: Edit[] } | undefined = $state();
	async function add(kind: KindName) {
		if (placing) return;
		placing = kind;
		const { title, params } = kindOf(kind);
		const piece = { kind, name: title, params: params.parse({}) } as never;
		const { plan } = session;
		const usual = addPiece(plan, piece);
		const before = applyEdits(plan, usual.edits);
		const found = await startingSizes(before, usual.id);
		placing = undefined;
		// Changed meanwhile, by another window or a key: it fits another plan.
		const same = session.plan === plan;
		const made = same ? usual : addPiece(session.plan, piece);
		if (!session.edit(`add ${title.toLowerCase()}`, same ? [...made.edits, ...found.edits] : made.edits)) return;
		workbench.gaze.selected = made.id;
		fitted =
			same && found.edits.length > 0
				? { id: made.id, changes: found.changes, back: found.edits.map(({ path }) => ({ path, value: valueAtPath(before, path) })) }
				: undefined;
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
				<label class="tool file">
					Open a piece that was kept as a file …
					<input type="file" accept=".json,application/json" class="sr-only" onchange={(event) => void open(event.currentTarget)} />
				</label>
				{#each unread.slice(0, 3) as fault (fault)}<p class="refused" role="alert">{fault}</p>{/each}
				{#each KIND_GROUPS as group (group)}
					<h2 class="group">{group}</h2>
					{#each Object.values(KINDS).filter((kind) => kind.group === group) as kind (kind.kind)}
						<button
							type="button"
							class="card kind"
							aria-busy={placing === kind.kind}
							disabled={placing !== undefined && placing !== kind.kind}
							onclick={() => void add(kind.kind as KindName)}
						>
							<strong>{kind.title}</strong>
							<span class="quiet">{placing === kind.kind ? 'Looking for sizes with which it fits …' : kind.summary}</span>
						</button>
					{/each}
				{/each}
			</div>
		{/if}
		{#if fitted && chosen === fitted.id}
			{@const { back } = fitted}
			<div class="fitted" role="status">
				<strong>Made so that it fits</strong>
				<ul>
					{#each fitted.changes as change (change)}<li>{withUnits(change, preferences.units)}</li>{/each}
				</ul>
				<button
					type="button"
					class="tool small"
					onclick={() => {
						session.edit('the usual sizes', back);
						fitted = undefined;
					}}>As it is usually made</button
				>
				<button type="button" class="tool small" onclick={() => (fitted = undefined)}>Good</button>
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
			<button type="button" class="tool remove" onclick={() => keep(piece.name, writePieceFile(piece))}
				>Keep it as a file, for other plans</button
			>
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
	.fitted {
		border: 1px solid var(--rule);
		border-radius: 6px;
		padding: 8px 10px;
		margin-bottom: 10px;
		font-size: 12.5px;
	}
	.fitted ul {
		margin: 4px 0 8px;
		padding-left: 16px;
	}
	.caution {
		margin: 12px 0 0;
	}
	.file {
		justify-content: center;
		cursor: pointer;
	}
	.file:focus-within {
		outline: 2px solid var(--accent);
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
