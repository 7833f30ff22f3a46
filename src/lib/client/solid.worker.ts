import { expose, transfer } from 'comlink';
import Module from 'manifold-3d';
import manifoldWasm from 'manifold-3d/manifold.wasm?url';
import { sceneOf } from '../core/derive';
import type { Interior } from '../core/interior';
import { posesIn, type BedPosture } from '../core/people';
import { shareStructure, type Plan } from '../core/plan';
import { sceneDuring, type Action } from '../core/moves';
import {
	LastSurround,
	movableThings,
	sceneModel,
	type Kernel,
	type Model,
	type ModelThing,
	type Surround,
	type Verdict
} from '../core/solid';

let kernel: Promise<Kernel> | undefined;
let plan: Plan | undefined;
/** The conversion that is being rehearsed. */
let rehearsed: { plan: Plan; modeId: string; actions: readonly Action[] } | undefined;
/** The free space last built; it lasts as long as the interior does not change. */
let surrounds: LastSurround | undefined;

async function ready(): Promise<Kernel> {
	const module = await Module({ locateFile: () => manifoldWasm });
	module.setup();
	return module;
}

const surroundOf = (module: Kernel, interior: Interior): Surround => (surrounds ??= new LastSurround(module)).of(interior);

const solids = {
	/** The meshes of one mode, for the three-dimensional view; whoever is in bed in the posture asked for. */
	async model(next: Plan, modeId: string, posture: BedPosture): Promise<Model> {
		const module = await (kernel ??= ready());
		plan = shareStructure(plan, next);
		const scene = sceneOf(plan, modeId);
		const model = sceneModel(module, plan.vehicle, scene, surroundOf(module, scene.interior).free, posesIn(plan.crew, scene, posture));
		const buffers = [
			...model.things.flatMap(({ mesh }) => [mesh.positions.buffer, mesh.triangles.buffer]),
			...model.lines.map(({ points }) => points.buffer)
		];
		return transfer(model, buffers as ArrayBuffer[]);
	},

	/** Takes over a conversion that starts in a mode; {@link during} shows it. */
	rehearse(next: Plan, modeId: string, actions: readonly Action[]): void {
		plan = shareStructure(plan, next);
		rehearsed = { plan, modeId, actions };
	},

	/** The meshes of what moves, at one point of the conversion last taken over: a share of one of its actions. */
	async during(index: number, share: number): Promise<ModelThing[] | undefined> {
		const module = await (kernel ??= ready());
		const action = rehearsed?.actions[index];
		if (!rehearsed || !action) return undefined;
		const things = movableThings(module, sceneDuring(rehearsed.plan, rehearsed.modeId, action, share));
		return transfer(things, things.flatMap(({ mesh }) => [mesh.positions.buffer, mesh.triangles.buffer]) as ArrayBuffer[]);
	},

	/** What the solids say of every piece in one mode. */
	async verdicts(next: Plan, modeId: string): Promise<Verdict[]> {
		const module = await (kernel ??= ready());
		plan = shareStructure(plan, next);
		const scene = sceneOf(plan, modeId);
		return surroundOf(module, scene.interior).verdicts(scene);
	}
};

export type SolidWorker = typeof solids;

expose(solids);
