import { expose, transfer } from 'comlink';
import Module from 'manifold-3d';
import manifoldWasm from 'manifold-3d/manifold.wasm?url';
import { sceneOf } from '../core/derive';
import type { Interior } from '../core/interior';
import { shareStructure, type Plan } from '../core/plan';
import { sceneDuring, type Action } from '../core/moves';
import { movableThings, sceneModel, Surround, type Kernel, type Model, type ModelThing, type Verdict } from '../core/solid';

let kernel: Promise<Kernel> | undefined;
let plan: Plan | undefined;
/** The free space last built; it lasts as long as the interior does not change. */
let built: { interior: Interior; surround: Surround } | undefined;

async function ready(): Promise<Kernel> {
	const module = await Module({ locateFile: () => manifoldWasm });
	module.setup();
	return module;
}

function surroundOf(module: Kernel, interior: Interior): Surround {
	if (built?.interior === interior) return built.surround;
	built?.surround.delete();
	built = { interior, surround: new Surround(module, interior) };
	return built.surround;
}

const solids = {
	/** The meshes of one mode, for the three-dimensional view. */
	async model(next: Plan, modeId: string): Promise<Model> {
		const module = await (kernel ??= ready());
		plan = shareStructure(plan, next);
		const scene = sceneOf(plan, modeId);
		const model = sceneModel(module, plan.vehicle, scene, surroundOf(module, scene.interior).free);
		const buffers = [
			...model.things.flatMap(({ mesh }) => [mesh.positions.buffer, mesh.triangles.buffer]),
			...model.lines.map(({ points }) => points.buffer)
		];
		return transfer(model, buffers as ArrayBuffer[]);
	},

	/** The meshes of what moves, at one point of an action of a conversion that starts in a mode. */
	async during(next: Plan, modeId: string, action: Action, share: number): Promise<ModelThing[]> {
		const module = await (kernel ??= ready());
		plan = shareStructure(plan, next);
		const things = movableThings(module, sceneDuring(plan, modeId, action, share));
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
