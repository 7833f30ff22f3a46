<script lang="ts">
	import { wrap, type Remote } from 'comlink';
	import { onMount } from 'svelte';
	import { goto } from '$app/navigation';
	import { resolve } from '$app/paths';
	import { page } from '$app/state';
	import { preferences } from '$lib/client/preferences.svelte';
	import type { ScanWorker, Sliced } from '$lib/client/scan.worker';
	import ScanWorkerThread from '$lib/client/scan.worker.ts?worker';
	import type { Vec3 } from '$lib/core/geometry/vector';
	import { withSlices } from '$lib/core/scan';
	import type { Mesh } from '$lib/core/solid';
	import { formatLength } from '$lib/core/units';
	import { useWorkbench } from '$lib/ui/context';
	import LengthField from '$lib/ui/LengthField.svelte';
	import ScanView from '$lib/ui/ScanView.svelte';

	const { session } = useWorkbench();
	let remote: Remote<ScanWorker> | undefined;
	onMount(() => {
		const worker = new ScanWorkerThread();
		remote = wrap<ScanWorker>(worker);
		return () => worker.terminate();
	});

	let busy: string | undefined = $state();
	let refusal: string | undefined = $state();
	let mesh: Mesh | undefined = $state.raw();
	let points: Vec3[] = $state.raw([]);
	let distance = $state(1500);
	let sections = $state(5);
	let sliced: (Sliced & { ok: true }) | undefined = $state.raw();

	const WHERE = [
		'Click on the floor at the foot of the shut rear door, on the centre line.',
		'Click on the floor further forward, on the centre line.',
		'Click on the floor anywhere to the left of the centre line.'
	];
	const long = (mm: number) => formatLength(Math.round(mm), preferences.units);

	async function open(event: Event & { currentTarget: HTMLInputElement }) {
		const [file] = event.currentTarget.files ?? [];
		event.currentTarget.value = '';
		if (!file || !remote) return;
		[refusal, sliced, points] = [undefined, undefined, []];
		if (file.size > 400e6) {
			refusal = `${file.name} is larger than 400 MB. Reduce the scan first; nothing was changed.`;
			return;
		}
		busy = `Reading ${file.name} …`;
		try {
			const read = await remote.read(file.name, await file.arrayBuffer());
			if (read.ok) mesh = read.mesh;
			else refusal = read.error;
		} catch (error) {
			refusal = `${file.name} could not be read: ${(error as Error).message}`;
		}
		busy = undefined;
	}

	async function slice() {
		if (!remote || points.length < 3) return;
		busy = 'Slicing …';
		refusal = undefined;
		const [rear, front, left] = points;
		try {
			const result = await remote.slice({ rear, front, left, distance }, sections, session.plan.vehicle);
			if (result.ok) sliced = result;
			else refusal = result.error;
		} catch (error) {
			refusal = `The scan could not be sliced: ${(error as Error).message}`;
		}
		busy = undefined;
	}

	async function take() {
		if (!sliced) return;
		if (session.edit('the interior from a scan', [{ path: ['vehicle'], value: withSlices(session.plan.vehicle, sliced.slices) }]))
			await goto(resolve(`/plans/${page.params.id}/interior` as '/'));
	}
</script>

<div class="stage">
	<section class="card view">
		{#if sliced}
			<ScanView mesh={sliced.level} points={[]} deviation={sliced.deviation} />
		{:else if mesh}
			<ScanView {mesh} {points} onpoint={(point) => points.length < 3 && (points = [...points, point])} />
		{:else}
			<p class="quiet empty">
				A scan made with a phone or a laser saves most of the measuring. Shut the rear door, take out what can be taken out, and scan from
				inside.
			</p>
		{/if}
	</section>
	<section class="side">
		<h2>From a scan</h2>
		<label class="tool main">
			Choose a mesh (OBJ, PLY, STL, glTF) …
			<input type="file" accept=".obj,.ply,.stl,.glb,.gltf" class="sr-only" onchange={open} disabled={busy !== undefined} />
		</label>
		{#if busy}<p role="status">{busy}</p>{/if}
		{#if refusal}<p role="alert" class="refused">{refusal}</p>{/if}
		{#if mesh}
			<p class="quiet"><span class="figures">{Math.round(mesh.triangles.length / 3).toLocaleString('en')}</span> triangles.</p>
			{#if !sliced}
				<ol>
					{#each WHERE as words, i (words)}
						<li class:now={points.length === i} class:done={points.length > i}>{words}</li>
					{/each}
				</ol>
				<button type="button" class="tool" disabled={points.length === 0} onclick={() => (points = points.slice(0, -1))}
					>Take back the last point</button
				>
				<LengthField label="True distance between the first two" value={distance} range={[100, 12000]} onchange={(mm) => (distance = mm)} />
				<label>
					<span class="quiet">Cross-sections, at least</span>
					<input class="field figures" type="number" min="2" max="12" bind:value={sections} />
				</label>
				<button type="button" class="tool main" disabled={points.length < 3 || busy !== undefined} onclick={slice}>Slice it</button>
			{:else}
				<div class="card result" data-testid="scan-result">
					<p>
						<strong class="figures">{Object.keys(sliced.slices.stations).length}</strong> cross-sections,
						<strong class="figures">{Object.keys(sliced.slices.arches).length}</strong>
						{Object.keys(sliced.slices.arches).length === 1 ? 'wheel arch' : 'wheel arches'}, floor
						<strong class="figures">{long(sliced.slices.length.mm)}</strong> long.
					</p>
					<p>
						The scan lies typically <strong class="figures">{long(sliced.deviation.typical)}</strong> from this interior; 95 of 100 of its
						points within
						<strong class="figures">{long(sliced.deviation.most)}</strong>. Green is close, red is {long(30)} and more off: seats, trim, corners.
					</p>
					{#if sliced.slices.holes > 0}
						<p>{sliced.slices.holes} readings lie over holes of the scan and are marked as guesses.</p>
					{/if}
				</div>
				<button type="button" class="tool main" onclick={take}>Take it into the plan</button>
				<button type="button" class="tool" onclick={() => (sliced = undefined)}>Choose the points again</button>
				<p class="quiet">Seats, doors and everything else stay as they are. Undo brings the old sizes back.</p>
			{/if}
		{/if}
		<a class="link" href={resolve(`/plans/${page.params.id}/interior` as '/')}>Back to the measurements</a>
	</section>
</div>

<style>
	.stage {
		display: grid;
		grid-template-columns: minmax(0, 1fr) 340px;
		gap: 12px;
		padding: 12px;
		height: 100%;
		min-height: 0;
	}
	.view {
		position: relative;
		overflow: hidden;
		background: var(--paper);
	}
	.empty {
		max-width: 420px;
		margin: 60px auto;
		text-align: center;
		padding: 0 16px;
	}
	.side {
		display: flex;
		flex-direction: column;
		gap: 10px;
		overflow-y: auto;
		min-height: 0;
		font-size: 13.5px;
	}
	h2 {
		font-size: 18px;
		margin: 0;
	}
	p {
		margin: 0;
	}
	ol {
		list-style: decimal;
		padding-left: 22px;
		margin: 0;
	}
	li {
		color: var(--ink-soft);
		padding: 2px 0;
	}
	.now {
		color: var(--ink);
		font-weight: 650;
	}
	.done {
		text-decoration: line-through;
	}
	.result {
		padding: 10px 12px;
		display: grid;
		gap: 6px;
	}
	.refused {
		color: var(--clash);
	}
	.link {
		color: var(--accent);
		text-decoration: underline;
	}
	@media (max-width: 900px) {
		.stage {
			display: flex;
			flex-direction: column;
			height: auto;
		}
		.view {
			height: 320px;
		}
	}
</style>
