<script lang="ts">
	import { FACES } from '../core/design/faces';
	import { untrack } from 'svelte';
	import { preferences } from '../client/preferences.svelte';
	import { madeOf } from '../core/derive';
	import {
		addNode,
		ADDITIONS,
		copyNode,
		nodeAt,
		outline,
		pathOf,
		removeNode,
		unwrapNode,
		wrapNode,
		WRAPPINGS,
		type At,
		type Change
	} from '../core/design/editing';
	import { wordsOf } from '../core/design/resolve';
	import { GIVEN_NAMES, type DesignNode } from '../core/design/schema';
	import { boxRound } from '../core/geometry/vector';
	import type { Piece } from '../core/pieces';
	import type { Edit } from '../core/plan';
	import { formatLength } from '../core/units';
	import { useWorkbench } from './context';
	import LengthField from './LengthField.svelte';
	import NodeForm from './NodeForm.svelte';
	import PoseForm from './PoseForm.svelte';

	let { id, piece }: { id: string; piece: Extract<Piece, { kind: 'own' }> } = $props();
	const workbench = useWorkbench();
	const { session, gaze } = workbench;
	const design = $derived(piece.params.design);
	const made = $derived(madeOf(piece, session.plan));
	const rows = $derived(outline(design));
	const chosen = $derived(gaze.node && nodeAt(design, gaze.node) ? gaze.node : undefined);
	const node = $derived(chosen && nodeAt(design, chosen));
	const key = (at: At) => at.join('.');
	const faults = $derived(new Map(made.faults.map(({ at, message }) => [key(at), message])));

	/** The box of a node, or round everything in it: of one of a repeat the first. */
	const box = $derived.by(() => {
		if (!chosen || !node) return undefined;
		const own = [...made.nodes].filter(([, at]) => chosen.every((name, i) => at[i] === name)).map(([part]) => part);
		const boxes = [...made.boxes].filter(([path]) => own.includes(path.replaceAll('.', '-'))).map(([, one]) => ({ box: one }));
		if (boxes.length === 0) return undefined;
		return 'nodes' in node ? boxRound(boxes) : boxes[0].box;
	});

	const edit = (label: string, edits: readonly Edit[]) =>
		session.edit(
			`${label} of ${piece.name}`,
			edits.map(({ path, value }) => ({ path: ['pieces', id, 'params', 'design', ...path], value }))
		);
	function change(label: string, { edits, at }: Change) {
		if (edit(label, edits)) gaze.node = at.length > 0 ? [...at] : undefined;
	}
	const choice = $derived.by(() => {
		const { sheets, bars } = session.plan.stock;
		const near = (table: Record<string, { thickness: number }>, mm: number) =>
			Object.keys(table).reduce((best, one) => (Math.abs(table[one].thickness - mm) < Math.abs(table[best].thickness - mm) ? one : best));
		const slat = near(bars, 21);
		return { sheet: near(sheets, 12), bar: near(bars, 45), slat: { id: slat, width: bars[slat].width } };
	});

	/** Names that sums can use: of the vehicle, of the sizes, and the faces of what stands beside the node that is open. */
	const names = $derived.by(() => {
		const outer = rows.filter(
			({ at }) => at.length === 1 || (chosen && at.length <= chosen.length && at.slice(0, -1).every((name, i) => name === chosen[i]))
		);
		const faces = outer.flatMap(({ at }) => Object.keys(FACES).map((face) => `${at.at(-1)}.${face}`));
		const seats = Object.keys(session.plan.vehicle.seats).flatMap((seat) =>
			['back', 'front', 'cushion'].map((face) => `seat["${seat}"].${face}`)
		);
		const places = [
			'start',
			'height',
			'floor',
			'ceiling',
			'rear',
			'wall.left',
			'wall.right',
			'arch.left.top',
			'arch.left.inner',
			'arch.left.front',
			'arch.left.rear',
			'arch.right.top',
			'arch.right.inner'
		];
		return [...Object.keys(design.sizes), ...new Set(faces), ...places, ...seats];
	});
	const moving = $derived(
		rows
			.filter(({ node: one }) => one.kind === 'group' && one.joint)
			.map(({ at, node: one }) => ({
				path: key(at),
				called: called(at, one),
				carried: one.kind === 'group' && one.joint?.kind === 'carried'
			}))
	);

	const called = (at: At, one: DesignNode): string => one.called ?? wordsOf(at.at(-1)!);
	const SIGNS: Record<DesignNode['kind'], string> = {
		panel: 'board',
		bar: 'bar',
		pad: 'cushion',
		bought: 'bought',
		space: 'room',
		group: 'group',
		repeat: 'row',
		mirror: 'mirror'
	};
	const kindWords = (one: DesignNode): string =>
		one.kind === 'group' && one.joint
			? { hinge: 'hinged', swing: 'swings', slide: 'slides', track: 'on a track', carried: 'comes out' }[one.joint.kind]
			: SIGNS[one.kind];

	let addition: (typeof ADDITIONS)[number] = $state('board');
	let wrapping: (typeof WRAPPINGS)[number] = $state('opens like a lid');
	let sizeName = $state('');
	let sizeFault = $state('');
	function addSize() {
		const words = sizeName.trim();
		const name = words
			.replace(/[^A-Za-z0-9]+(.)?/g, (_, c: string | undefined) => (c ?? '').toUpperCase())
			.replace(/^./, (c) => c.toLowerCase());
		if (
			!/^[a-z][A-Za-z0-9]{0,29}$/.test(name) ||
			(GIVEN_NAMES as readonly string[]).includes(name) ||
			Object.hasOwn(design.sizes, name) ||
			Object.hasOwn(design.nodes, name)
		) {
			sizeFault = 'Call it something that is not taken, in letters and digits.';
			return;
		}
		[sizeName, sizeFault] = ['', ''];
		edit('add a size', [{ path: ['sizes', name], value: { called: words, value: 300, low: 0, high: 3000 } }]);
	}
	// Another piece has other nodes.
	$effect(() => {
		if (id) untrack(() => gaze.node && !nodeAt(design, gaze.node) && (gaze.node = undefined));
	});
	const uid = $props.id();
</script>

<datalist id="{uid}-names">
	{#each names as name (name)}<option value={name}></option>{/each}
</datalist>

<section aria-label="Sizes with names">
	<h3>Sizes</h3>
	{#each Object.entries(design.sizes) as [name, size] (name)}
		<div class="named">
			<LengthField
				label={size.called}
				hint="“{name}” in sums"
				value={size.value}
				range={[size.low, size.high]}
				onchange={(value) => edit(size.called.toLowerCase(), [{ path: ['sizes', name, 'value'], value }])}
			/>
			<code class="figures quiet">{name}</code>
			<button
				type="button"
				class="tool small"
				aria-label="Take out the size {size.called}"
				onclick={() => edit('take out a size', [{ path: ['sizes', name], value: undefined }])}>✕</button
			>
		</div>
	{/each}
	<form
		class="new"
		onsubmit={(event) => {
			event.preventDefault();
			addSize();
		}}
	>
		<input class="field" aria-label="Name of a new size" placeholder="a size you turn often" maxlength="40" bind:value={sizeName} />
		<button class="tool small">Add size</button>
	</form>
	{#if sizeFault}<p class="fault" role="alert">{sizeFault}</p>{/if}
</section>

<section aria-label="What it is made of">
	<h3>What it is made of</h3>
	<ul>
		{#each rows as { at, node: one } (key(at))}
			<li style:padding-left="{(at.length - 1) * 14}px">
				<button
					type="button"
					class="node"
					class:chosen={chosen && key(chosen) === key(at)}
					aria-pressed={chosen !== undefined && key(chosen) === key(at)}
					onclick={() => (gaze.node = [...at])}
				>
					<span class="kind" data-kind={one.kind}>{kindWords(one)}</span>
					<span class="name">{called(at, one)}</span>
					{#if faults.has(key(at))}<span class="mark" title={faults.get(key(at))}>!</span>{/if}
				</button>
			</li>
		{/each}
	</ul>
	{#if rows.length === 0}<p class="quiet">Nothing yet: add a board, a bar, a leg.</p>{/if}
	<div class="adding">
		<label for="{uid}-add" class="quiet">{node && chosen ? `Add to ${called(chosen, node).toLowerCase()}` : 'Add'}</label>
		<select id="{uid}-add" class="field" bind:value={addition}>
			{#each ADDITIONS as what (what)}<option value={what}>{what}</option>{/each}
		</select>
		<button type="button" class="tool small" onclick={() => change(`add a ${addition}`, addNode(design, chosen ?? [], addition, choice))}
			>Add</button
		>
	</div>
</section>

{#if chosen && node}
	<section aria-label="The chosen part" class="part">
		<h3>
			{called(chosen, node)}{#if box && !('nodes' in node)}<span class="figures quiet"
					>{(['x', 'y', 'z'] as const).map((axis) => formatLength(box[axis][1] - box[axis][0], preferences.units)).join(' × ')}</span
				>{/if}
		</h3>
		{#if faults.has(key(chosen))}<p class="fault" role="alert">{faults.get(key(chosen))}</p>{/if}
		<NodeForm
			{node}
			name={wordsOf(chosen.at(-1)!)}
			stock={session.plan.stock}
			{box}
			names="{uid}-names"
			onchange={(value, label) => edit(`${label} of ${called(chosen, node).toLowerCase()}`, [{ path: pathOf(chosen), value }])}
		/>
		<div class="doing">
			<select class="field" aria-label="What it does" bind:value={wrapping}>
				{#each WRAPPINGS as how (how)}<option value={how}>{how}</option>{/each}
			</select>
			<button type="button" class="tool small" onclick={() => change(wrapping, wrapNode(design, chosen, wrapping))}>Let it</button>
			<button type="button" class="tool small" onclick={() => change('copy', copyNode(design, chosen))}>Copy</button>
			{#if 'nodes' in node}<button type="button" class="tool small" onclick={() => change('dissolve', unwrapNode(design, chosen))}
					>Dissolve</button
				>{/if}
			<button type="button" class="tool small" onclick={() => change('take out a part', removeNode(design, chosen))}>Take out</button>
		</div>
	</section>
{/if}

<PoseForm {design} {moving} onedit={edit} />

<style>
	section {
		display: grid;
		gap: 6px;
		margin-top: 12px;
		min-width: 0;
	}
	h3 {
		font-size: 13px;
		margin: 0;
		display: flex;
		justify-content: space-between;
		gap: 8px;
	}
	h3 span {
		font-weight: 400;
		font-size: 12px;
	}
	ul {
		list-style: none;
		margin: 0;
		padding: 0;
		border: 1px solid var(--rule);
		border-radius: 4px;
		max-height: 220px;
		overflow-y: auto;
		background: var(--room);
	}
	.node {
		width: 100%;
		display: flex;
		align-items: center;
		gap: 8px;
		padding: 2px 8px;
		border: 0;
		background: none;
		color: inherit;
		font-size: 13px;
		text-align: left;
		cursor: pointer;
	}
	.node:hover {
		background: var(--accent-soft);
	}
	.chosen {
		background: var(--accent-soft);
		font-weight: 600;
	}
	.kind {
		flex: none;
		width: 62px;
		font-size: 11.5px;
		color: var(--ink-soft);
		font-weight: 400;
		border-left: 8px solid var(--board);
		padding-left: 6px;
	}
	.kind[data-kind='bar'] {
		border-color: var(--bar);
	}
	.kind[data-kind='pad'] {
		border-color: var(--pad);
	}
	.kind[data-kind='bought'] {
		border-color: var(--bought);
	}
	.kind:is([data-kind='space'], [data-kind='group'], [data-kind='repeat'], [data-kind='mirror']) {
		border-color: transparent;
	}
	.name {
		overflow: hidden;
		text-overflow: ellipsis;
		white-space: nowrap;
	}
	.mark {
		margin-left: auto;
		color: var(--clash);
		font-weight: 700;
	}
	.named {
		display: grid;
		grid-template-columns: minmax(0, 1fr) auto auto;
		align-items: center;
		gap: 8px;
	}
	.named :global(.length) {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 92px;
		align-items: center;
		gap: 8px;
	}
	.named code {
		font-size: 11.5px;
	}
	.new,
	.adding {
		display: grid;
		grid-template-columns: minmax(0, 1fr) auto;
		gap: 6px;
		align-items: center;
		font-size: 12.5px;
	}
	.adding {
		grid-template-columns: auto minmax(0, 1fr) auto;
	}
	.doing {
		display: flex;
		flex-wrap: wrap;
		gap: 6px;
	}
	.doing select {
		flex: 1 0 150px;
		min-width: 0;
	}
	.part {
		border-top: 1px solid var(--rule);
		padding-top: 8px;
	}
	.small {
		min-height: 24px;
		padding: 0 8px;
		font-size: 12px;
	}
	.fault {
		margin: 0;
		color: var(--clash);
		font-size: 12.5px;
	}
</style>
