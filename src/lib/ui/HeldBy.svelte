<script lang="ts">
	import { interiorOf, sceneOf } from '../core/derive';
	import { fastenedBy, mustBeHeld, proposeFastenings, travellingMass, WAYS } from '../core/fastening';
	import { BOLTED, freeId, type Fastening, type FasteningWay } from '../core/plan';
	import { formatLength, formatMass } from '../core/units';
	import { preferences } from '../client/preferences.svelte';
	import { useWorkbench } from './context';
	import LengthField from './LengthField.svelte';

	let { id }: { id: string } = $props();
	const workbench = useWorkbench();
	const { session } = workbench;
	const plan = $derived(session.plan);
	const piece = $derived(plan.pieces[id]);

	/** A mode to drive in, where there is one: that is when things must hold. */
	const modeId = $derived(Object.keys(plan.modes).find((mode) => plan.modes[mode].use === 'drive') ?? workbench.gaze.modeId);
	const scene = $derived(sceneOf(plan, modeId));
	const placed = $derived(scene.pieces.find((one) => one.id === id)!);
	const kg = $derived(travellingMass(placed, plan.stock, plan.gear));
	const held = $derived(fastenedBy(plan.vehicle, interiorOf(plan.vehicle), placed, scene.pieces));
	const mayDrill = $derived(plan.brief?.drill ?? true);

	let way: FasteningWay = $state('strap');
	let target = $state('');
	let surface: (typeof BOLTED)[number] = $state('floor');
	const targets = $derived(
		way.endsWith('neighbour')
			? Object.entries(plan.pieces)
					.filter(([other]) => other !== id)
					.map(([other, { name }]) => ({ id: other, name }))
			: Object.entries(plan.vehicle.anchors)
					.filter(([, { kind }]) => WAYS[way].anchors.includes(kind))
					.map(([anchor, { name }]) => ({ id: anchor, name }))
	);
	const chosen = $derived(targets.some((one) => one.id === target) ? target : (targets[0]?.id ?? ''));

	function made(): Fastening | undefined {
		if (way === 'new bolt through') {
			const { x, y, z } = placed.parts[0].box;
			return {
				way,
				surface,
				x: Math.round((x[0] + x[1]) / 2),
				at: Math.round(surface === 'floor' ? (y[0] + y[1]) / 2 : (z[0] + z[1]) / 2)
			};
		}
		if (!chosen) return undefined;
		return way === 'turnbuckle to a neighbour' || way === 'clamped by a neighbour' ? { way, neighbour: chosen } : { way, anchor: chosen };
	}
	function add() {
		const one = made();
		if (one) put({ ...(piece.held ?? {}), [freeId(piece.held ?? {}, 'held')]: one }, `hold ${piece.name}`);
	}
	const put = (table: Record<string, Fastening>, label: string) =>
		session.edit(label, [{ path: ['pieces', id, 'held'], value: Object.keys(table).length > 0 ? table : undefined }]);
	function suggest() {
		const neighbours = scene.pieces
			.filter((one) => one.id !== id)
			.map((one) => ({ piece: one, held: Object.keys(one.held ?? {}).length > 0 }));
		const found = proposeFastenings(plan.vehicle, interiorOf(plan.vehicle), placed, kg, neighbours, mayDrill);
		nothing = found.length === 0;
		if (found.length > 0) put(Object.fromEntries(found.map((one, i) => [`held-${i + 1}`, one])), `hold ${piece.name}`);
	}
	let nothing = $state(false);
	const without = (gone: string) => Object.fromEntries(Object.entries(piece.held ?? {}).filter(([one]) => one !== gone));
	const setBolt = (one: string, key: 'x' | 'at', mm: number) =>
		session.edit('place of a bolt', [{ path: ['pieces', id, 'held', one, key], value: mm }]);
</script>

<!-- The floor itself, and covers that are tucked in, need nothing to hold them. -->
{#if mustBeHeld(placed) || held.length > 0}
	<section aria-label="What holds it">
		<h2>Held by <span class="quiet figures">{formatMass(kg, preferences.units)} with its content</span></h2>
		{#if held.length === 0}<p class="quiet">Nothing yet: at the first braking it slides forward.</p>{/if}
		<ul>
			{#each held as one (one.id)}
				<li>
					<span class="words">{one.words}</span>
					<span class="figures quiet" class:bad={!one.suits || one.away > WAYS[one.held.way].reach}
						>{formatLength(Math.round(one.away), preferences.units)}</span
					>
					<button
						type="button"
						class="tool"
						aria-label="Take out: {one.words}"
						onclick={() => put(without(one.id), `let go of ${piece.name}`)}>×</button
					>
					{#if one.held.way === 'new bolt through'}
						{@const bolt = one.held}
						<div class="bolt">
							<LengthField label="from the rear door" value={bolt.x} onchange={(mm) => setBolt(one.id, 'x', mm)} />
							<LengthField
								label={bolt.surface === 'floor' ? 'left of the middle' : 'above the floor'}
								value={bolt.at}
								onchange={(mm) => setBolt(one.id, 'at', mm)}
							/>
						</div>
					{/if}
				</li>
			{/each}
		</ul>
		<div class="add">
			<select class="field" aria-label="Way to hold it" bind:value={way}>
				{#each Object.keys(WAYS) as name (name)}<option>{name}</option>{/each}
			</select>
			{#if way === 'new bolt through'}
				<select class="field" aria-label="Surface to bolt to" bind:value={surface}>
					{#each BOLTED as name (name)}<option>{name}</option>{/each}
				</select>
			{:else}
				<select class="field" aria-label="What it goes to" value={chosen} onchange={(event) => (target = event.currentTarget.value)}>
					{#each targets as one (one.id)}<option value={one.id}>{one.name}</option>{:else}<option value="">nothing of that kind</option
						>{/each}
				</select>
			{/if}
			<button type="button" class="tool" onclick={add} disabled={way !== 'new bolt through' && !chosen}>Add</button>
		</div>
		<button type="button" class="tool wide" onclick={suggest}>Suggest how to hold it{mayDrill ? '' : ', without new holes'}</button>
		{#if nothing}
			<p class="quiet" role="status">
				No ring, thread or held neighbour is near enough{mayDrill ? ', and nothing of it stands on the floor' : ''}. Measure anchors in
				Interior.
			</p>
		{/if}
		<p class="caution">
			For braking and bends. A crash is far beyond it: a qualified person judges anchors, and local rules say what may be fixed.
		</p>
	</section>
{/if}

<style>
	section {
		border-top: 1px solid var(--rule);
		margin-top: 14px;
		padding-top: 8px;
	}
	h2 {
		font-size: 13.5px;
		margin: 0 0 4px;
		display: flex;
		justify-content: space-between;
		align-items: baseline;
	}
	h2 span {
		font-weight: 400;
		font-size: 12px;
	}
	p {
		font-size: 12.5px;
		margin: 4px 0;
	}
	ul {
		list-style: none;
		margin: 0 0 6px;
		padding: 0;
	}
	li {
		display: grid;
		grid-template-columns: 1fr auto auto;
		gap: 2px 8px;
		align-items: center;
		font-size: 12.5px;
		padding: 2px 0;
	}
	.bad {
		color: var(--clash);
	}
	.bolt {
		grid-column: 1 / -1;
		display: grid;
		grid-template-columns: 1fr 1fr;
		gap: 8px;
	}
	.add {
		display: grid;
		grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
		gap: 6px;
		margin-bottom: 6px;
	}
	.wide {
		width: 100%;
	}
</style>
