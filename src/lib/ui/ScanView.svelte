<script lang="ts">
	import { onMount } from 'svelte';
	import {
		AmbientLight,
		BackSide,
		Box3,
		BufferAttribute,
		BufferGeometry,
		Color,
		DirectionalLight,
		FrontSide,
		Mesh as ThreeMesh,
		MeshLambertMaterial,
		Points,
		PointsMaterial,
		Raycaster,
		Sphere,
		SphereGeometry,
		MeshBasicMaterial,
		Vector2,
		Vector3
	} from 'three';
	import type { Vec3 } from '../core/geometry/vector';
	import type { Deviation } from '../core/scan';
	import type { Mesh } from '../core/solid';
	import { Eye } from './eye';

	interface Props {
		mesh: Mesh;
		/** Points that have been chosen, in the mesh's own coordinates. */
		points: Vec3[];
		/** When given, the corners of the mesh are coloured by their distance from the interior. */
		deviation?: Deviation;
		onpoint?: (point: Vec3) => void;
	}
	let { mesh, points, deviation, onpoint }: Props = $props();

	let host: HTMLDivElement | undefined = $state();
	let width = $state(400);
	let height = $state(300);
	let missing: string | undefined = $state();
	let ready = $state(false);
	const lamp = new DirectionalLight(0xffffff, 1.6);
	// The lamp is carried along: whatever one looks at is lit.
	const eye = new Eye(45, [0.01, 1e6], () => lamp.position.copy(eye.camera.position));
	const { scene, camera } = eye;
	let surface: ThreeMesh | undefined;
	let cloud: Points | undefined;
	const pins: ThreeMesh[] = [];
	scene.add(new AmbientLight(0xffffff, 1.4), lamp);

	onMount(() => {
		ready = eye.open(host!);
		if (!ready) missing = 'This browser cannot draw in three dimensions, so points of a scan cannot be chosen in it.';
		return () => {
			surface?.geometry.dispose();
			cloud?.geometry.dispose();
			eye.close();
		};
	});

	/** Six times the volume that the triangles enclose; negative when their corners run clockwise seen from outside. */
	function volumeOf({ positions: p, triangles }: Mesh): number {
		let sum = 0;
		for (let t = 0; t < triangles.length; t += 3) {
			const [a, b, c] = [triangles[t] * 3, triangles[t + 1] * 3, triangles[t + 2] * 3];
			sum +=
				p[a] * (p[b + 1] * p[c + 2] - p[b + 2] * p[c + 1]) +
				p[a + 1] * (p[b + 2] * p[c] - p[b] * p[c + 2]) +
				p[a + 2] * (p[b] * p[c + 1] - p[b + 1] * p[c]);
		}
		return sum;
	}

	const radius = $derived.by(() => {
		let most = 0;
		for (let i = 0; i < mesh.positions.length; i++) most = Math.max(most, Math.abs(mesh.positions[i]));
		return most;
	});

	$effect(() => {
		if (ready) eye.resize(width, height);
	});

	$effect(() => {
		if (!ready) return;
		const geometry = new BufferGeometry();
		geometry.setAttribute('position', new BufferAttribute(mesh.positions, 3));
		geometry.setIndex(new BufferAttribute(mesh.triangles, 1));
		geometry.computeVertexNormals();
		if (surface) {
			scene.remove(surface);
			surface.geometry.dispose();
		}
		// One looks into the vehicle from outside: only surfaces seen from their inner side are drawn, whichever way their
		// corners run, so that the floor is seen through the roof.
		surface = new ThreeMesh(
			geometry,
			new MeshLambertMaterial({
				color: 0xc9b99b,
				side: volumeOf(mesh) > 0 ? BackSide : FrontSide,
				transparent: deviation !== undefined,
				opacity: deviation ? 0.3 : 1
			})
		);
		scene.add(surface);
		const ball = new Box3().setFromObject(surface).getBoundingSphere(new Sphere());
		camera.near = ball.radius / 200;
		camera.far = ball.radius * 20;
		camera.updateProjectionMatrix();
		camera.position.copy(ball.center).add(new Vector3(-0.9, -1.1, 1.2).normalize().multiplyScalar(ball.radius * 2.6));
		eye.controls?.target.copy(ball.center);
		eye.controls?.update();
		eye.draw();
	});

	$effect(() => {
		if (!ready) return;
		if (cloud) scene.remove(cloud);
		cloud = undefined;
		if (!deviation) return;
		const { corners, distances } = deviation;
		const positions = new Float32Array(corners.length * 3);
		const colours = new Float32Array(corners.length * 3);
		const colour = new Color();
		corners.forEach((corner, i) => {
			positions.set(mesh.positions.subarray(corner * 3, corner * 3 + 3), i * 3);
			// Green at 0, amber at 15, red from 30 mm.
			colour.setHSL(Math.max(0, 0.36 * (1 - distances[i] / 30)), 0.75, 0.42);
			colours.set([colour.r, colour.g, colour.b], i * 3);
		});
		const geometry = new BufferGeometry();
		geometry.setAttribute('position', new BufferAttribute(positions, 3));
		geometry.setAttribute('color', new BufferAttribute(colours, 3));
		cloud = new Points(geometry, new PointsMaterial({ size: 4, sizeAttenuation: false, vertexColors: true }));
		scene.add(cloud);
		eye.draw();
	});

	$effect(() => {
		if (!ready) return;
		for (const pin of pins.splice(0)) scene.remove(pin);
		points.forEach((p, i) => {
			const pin = new ThreeMesh(
				new SphereGeometry(radius / 60, 16, 12),
				new MeshBasicMaterial({ color: [0xa52a1b, 0x0c5f7a, 0x2c6838][i % 3], depthTest: false })
			);
			pin.position.set(p.x, p.y, p.z);
			pin.renderOrder = 3;
			pins.push(pin);
			scene.add(pin);
		});
		eye.draw();
	});

	let pressed: { x: number; y: number } | undefined;
	/** A click that was no drag chooses the nearest surface that is drawn under the pointer. */
	function choose(event: PointerEvent) {
		if (!pressed || !surface || Math.hypot(event.clientX - pressed.x, event.clientY - pressed.y) > 5) return;
		const box = host!.getBoundingClientRect();
		const at = new Vector2(((event.clientX - box.left) / width) * 2 - 1, 1 - ((event.clientY - box.top) / height) * 2);
		const caster = new Raycaster();
		caster.setFromCamera(at, camera);
		const hits = caster.intersectObject(surface);
		const [hit] = hits;
		if (hit) onpoint?.({ x: hit.point.x, y: hit.point.y, z: hit.point.z });
	}
</script>

{#if missing}
	<p class="quiet" role="status">{missing}</p>
{:else}
	<div
		bind:this={host}
		bind:clientWidth={width}
		bind:clientHeight={height}
		class="host"
		role="img"
		aria-label="The scan; drag to turn it, click to choose a point"
		onpointerdown={(event) => (pressed = { x: event.clientX, y: event.clientY })}
		onpointerup={choose}
	></div>
{/if}

<style>
	.host {
		position: absolute;
		inset: 0;
		overflow: hidden;
		touch-action: none;
		cursor: crosshair;
	}
	.host :global(canvas) {
		display: block;
	}
</style>
