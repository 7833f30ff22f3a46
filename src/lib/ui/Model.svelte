<script lang="ts">
	import { onMount } from 'svelte';
	import {
		AmbientLight,
		Box3,
		BufferAttribute,
		BufferGeometry,
		Color,
		DirectionalLight,
		EdgesGeometry,
		FrontSide,
		BackSide,
		Group,
		Line,
		LineBasicMaterial,
		LineLoop,
		LineSegments,
		Mesh,
		MeshLambertMaterial,
		Plane,
		Sphere,
		Spherical,
		Vector3
	} from 'three';
	import type { Model, ModelThing } from '../core/solid';
	import type { Vec3 } from '../core/geometry/vector';
	import { preferences } from '../client/preferences.svelte';
	import { Eye } from './eye';

	interface Props {
		model: Model | undefined;
		/** What moves, as it stands at this moment; instead of the seats and pieces of the model when given. */
		moving?: ModelThing[];
		selected?: string;
		/** What the finding pointed at is about. */
		lit?: { line: [Vec3, Vec3] | undefined; at: Vec3; text: string };
		/** Length of the interior, mm. */
		length: number;
	}
	let { model, moving, selected, lit, length }: Props = $props();

	let host: HTMLDivElement | undefined = $state();
	let width = $state(400);
	let height = $state(300);
	/** A sentence where the browser cannot draw in three dimensions. */
	let missing: string | undefined = $state();
	const CUTS = { nothing: 'nothing', rear: 'the rear', side: 'the right-hand side', roof: 'the roof' } as const;
	let cut: keyof typeof CUTS = $state('nothing');
	let share = $state(40);

	let ready = $state(false);
	const eye = new Eye(38, [10, 40000], (renderer) => (renderer.clippingPlanes = cuts()), placeLabel);
	const { scene, camera } = eye;
	camera.up.set(0, 0, 1);
	/** What stays, what may move, and the lit finding. */
	const things = new Group();
	const movables = new Group();
	const marks = new Group();
	scene.add(things, movables, marks);
	scene.add(new AmbientLight(0xffffff, 1.9));
	for (const [x, y, z, strength] of [
		[-2, -3, 5, 1.5],
		[3, 2, 2, 0.6]
	]) {
		const light = new DirectionalLight(0xffffff, strength);
		light.position.set(x, y, z);
		scene.add(light);
	}
	/** Where the words of the lit finding stand on the screen. */
	let label: { x: number; y: number } | undefined = $state();

	const colour = (name: string) => new Color(getComputedStyle(host!).getPropertyValue(`--${name}`).trim());
	/** Colours of the style sheet, by what a thing is. */
	const TINT: Record<ModelThing['kind'], string> = {
		room: 'room',
		board: 'board',
		bar: 'bar',
		cloth: 'cloth',
		bought: 'bought',
		pad: 'pad',
		back: 'back',
		seat: 'seat',
		gear: 'gear',
		zone: 'unmeasured',
		fixture: 'arch',
		body: 'body'
	};

	function clear(group: Group) {
		for (const child of [...group.children]) {
			group.remove(child);
			const { geometry, material } = child as Mesh<BufferGeometry, MeshLambertMaterial>;
			geometry.dispose();
			material.dispose();
		}
	}

	/** Planes that take away what stands before the cut. */
	function cuts(): Plane[] {
		const box = new Box3().setFromObject(things);
		if (cut === 'nothing' || box.isEmpty()) return [];
		const at = (low: number, high: number) => low + (share / 100) * (high - low);
		if (cut === 'rear') return [new Plane(new Vector3(1, 0, 0), -at(box.min.x, box.max.x))];
		if (cut === 'side') return [new Plane(new Vector3(0, 1, 0), -at(box.min.y, box.max.y))];
		return [new Plane(new Vector3(0, 0, -1), at(box.max.z, box.min.z))];
	}

	/** Kinds of things that stay where they are while pieces and seats move. */
	const STAYS: readonly ModelThing['kind'][] = ['room', 'zone', 'fixture'];

	function add({ of, kind, mesh }: ModelThing, group: Group, ink: Color) {
		const geometry = new BufferGeometry();
		geometry.setAttribute('position', new BufferAttribute(mesh.positions, 3));
		geometry.setIndex(new BufferAttribute(mesh.triangles, 1));
		// Faces of what is built are flat: every triangle gets its own corners, so that edges stay sharp. Bodies are round.
		const round = kind === 'body';
		const flat = round ? geometry.clone() : geometry.toNonIndexed();
		flat.computeVertexNormals();
		const room = kind === 'room';
		const through = kind === 'zone' || kind === 'pad' || kind === 'back';
		const body = new Mesh(
			flat,
			new MeshLambertMaterial({
				color: of === selected && !room ? colour(TINT[kind]).lerp(colour('accent'), 0.18) : colour(TINT[kind]),
				// Of the room one sees the far walls from inside; the near ones are left away.
				side: room ? BackSide : FrontSide,
				transparent: through,
				// A zone often lies on the floor: it is seen, and never fights with it.
				polygonOffset: kind === 'zone',
				polygonOffsetFactor: -2,
				polygonOffsetUnits: -2,
				depthWrite: kind !== 'zone',
				opacity: kind === 'zone' ? 0.3 : through ? 0.86 : 1
			})
		);
		body.userData.of = of;
		group.add(body);
		if (round) {
			geometry.dispose();
			return;
		}
		// Long thin triangles of the bent walls show no edges; corners do.
		const edges = new LineSegments(
			new EdgesGeometry(geometry, room ? 14 : 25),
			new LineBasicMaterial({ color: ink, transparent: true, opacity: room ? 0.55 : 0.6 })
		);
		group.add(edges);
		geometry.dispose();
	}

	/** The room with what stays in it. */
	function buildRoom(model: Model) {
		clear(things);
		const ink = colour('ink');
		for (const thing of model.things) if (STAYS.includes(thing.kind)) add(thing, things, ink);
		for (const { points } of model.lines) {
			const geometry = new BufferGeometry();
			geometry.setAttribute('position', new BufferAttribute(points, 3));
			things.add(new LineLoop(geometry, new LineBasicMaterial({ color: colour('accent') })));
		}
	}

	function buildMovables(list: ModelThing[]) {
		clear(movables);
		const ink = colour('ink');
		for (const thing of list) if (!STAYS.includes(thing.kind)) add(thing, movables, ink);
	}

	function mark() {
		clear(marks);
		if (!lit) return;
		const ends = lit.line ?? [lit.at, lit.at];
		const material = new LineBasicMaterial({ color: colour('clash'), depthTest: false });
		const strokes = [
			ends,
			...(['x', 'y', 'z'] as const).map((axis): [Vec3, Vec3] => [
				{ ...lit.at, [axis]: lit.at[axis] - 45 },
				{ ...lit.at, [axis]: lit.at[axis] + 45 }
			])
		];
		for (const stroke of strokes) {
			const line = new Line(new BufferGeometry().setFromPoints(stroke.map(({ x, y, z }) => new Vector3(x, y, z))), material.clone());
			line.renderOrder = 2;
			marks.add(line);
		}
		material.dispose();
	}

	/** The words of the lit finding stand beside its place. */
	function placeLabel() {
		if (!lit) {
			label = undefined;
			return;
		}
		const p = new Vector3(lit.at.x, lit.at.y, lit.at.z).project(camera);
		label = { x: ((p.x + 1) / 2) * width, y: ((1 - p.y) / 2) * height };
	}

	/** Where one looks from: behind, to the right and above, as one stands at the open rear door. */
	function home() {
		const box = new Box3().setFromObject(things);
		const round = box.isEmpty() ? new Sphere(new Vector3(length / 2, 0, 500), length * 0.6) : box.getBoundingSphere(new Sphere());
		// Far enough for the whole of it, in the narrower direction of the view; a ball is roomier than the box in it.
		const half = Math.atan(Math.tan(((camera.fov / 2) * Math.PI) / 180) * Math.min(1, camera.aspect));
		const away = new Vector3(-0.55, -0.72, 0.5).normalize().multiplyScalar((0.94 * round.radius) / Math.sin(half));
		// The controls stand at the foot of the view: what is looked at is moved up a little.
		const middle = round.center.clone().setZ(round.center.z - 0.1 * round.radius);
		camera.position.copy(middle).add(away);
		eye.controls?.target.copy(middle);
		eye.controls?.update();
		eye.draw();
	}

	onMount(() => {
		ready = eye.open(host!);
		if (!ready) missing = 'This browser cannot draw in three dimensions. The drawings and their table show the same.';
		if (eye.controls) eye.controls.maxDistance = 20000;
		home();
		return () => {
			clear(things);
			clear(movables);
			clear(marks);
			eye.close();
		};
	});

	$effect(() => {
		if (ready) eye.resize(width, height);
	});
	$effect(() => {
		// Read again when the colours change or another piece is chosen.
		void [preferences.dark, selected];
		if (!ready || !model) return;
		const first = things.children.length === 0;
		buildRoom(model);
		if (first) home();
		else eye.draw();
	});
	$effect(() => {
		void [preferences.dark, selected];
		const list = moving ?? model?.things;
		if (!ready || !list) return;
		buildMovables(list);
		eye.draw();
	});
	$effect(() => {
		void lit;
		if (!ready) return;
		mark();
		eye.draw();
	});
	$effect(() => {
		void [cut, share];
		eye.draw();
	});

	/** The same by keyboard: arrows go round, plus and minus come closer and go away, Home goes back to the start. */
	function keys(event: KeyboardEvent) {
		const { controls } = eye;
		if (!controls) return;
		const turns: Record<string, [around: number, over: number, away: number]> = {
			ArrowLeft: [-0.12, 0, 1],
			ArrowRight: [0.12, 0, 1],
			ArrowUp: [0, -0.1, 1],
			ArrowDown: [0, 0.1, 1],
			'+': [0, 0, 0.88],
			'-': [0, 0, 1.14]
		};
		if (event.key === 'Home') home();
		else if (turns[event.key]) {
			const [around, over, away] = turns[event.key];
			// Angles are counted about the y axis there: swap the axes to turn about the upright one.
			const arm = camera.position.clone().sub(controls.target);
			const polar = new Spherical().setFromVector3(new Vector3(arm.x, arm.z, -arm.y));
			polar.theta += around;
			polar.phi = Math.max(0.05, Math.min(3.05, polar.phi + over));
			polar.radius *= away;
			const next = new Vector3().setFromSpherical(polar);
			camera.position.copy(controls.target).add(new Vector3(next.x, -next.z, next.y));
			controls.update();
			eye.draw();
		} else return;
		event.preventDefault();
	}
</script>

{#if missing}
	<p class="quiet missing" role="status">{missing}</p>
{:else}
	<!-- One thing that is turned by arrow keys, like a slider; everything in it is told by the table of the drawings. -->
	<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
	<div
		bind:this={host}
		bind:clientWidth={width}
		bind:clientHeight={height}
		class="host"
		role="application"
		aria-label="The vehicle in three dimensions; arrow keys turn it, plus and minus come closer and go away"
		tabindex="0"
		data-things={model?.things.length ?? 0}
		onkeydown={keys}
	>
		{#if label && lit}<span class="label figures" style:left="{label.x}px" style:top="{label.y}px">{lit.text}</span>{/if}
	</div>
	<div class="cutter">
		<label>
			<span class="quiet">Cut away</span>
			<select class="field" bind:value={cut}>
				{#each Object.entries(CUTS) as [key, words] (key)}<option value={key}>{words}</option>{/each}
			</select>
		</label>
		{#if cut !== 'nothing'}
			<input type="range" min="0" max="95" bind:value={share} aria-label="How much of it" />
		{/if}
		<button type="button" class="tool" onclick={home}>Look from behind</button>
	</div>
{/if}

<style>
	.host {
		position: absolute;
		inset: 0;
		overflow: hidden;
		touch-action: none;
	}
	.host :global(canvas) {
		display: block;
	}
	.label {
		position: absolute;
		transform: translate(10px, -22px);
		color: var(--clash);
		font-weight: 650;
		font-size: 13px;
		background: var(--paper);
		padding: 0 4px;
		border-radius: 3px;
		pointer-events: none;
		white-space: nowrap;
	}
	.cutter {
		position: absolute;
		left: 8px;
		bottom: 8px;
		display: flex;
		gap: 8px;
		align-items: center;
		font-size: 12.5px;
	}
	.cutter label {
		display: flex;
		gap: 6px;
		align-items: center;
		white-space: nowrap;
	}
	.missing {
		padding: 16px;
	}
</style>
