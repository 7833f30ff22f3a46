import { wrap, type Remote } from 'comlink';
import type { Plan } from '../core/plan';
import type { Action } from '../core/moves';
import type { Model, ModelThing, Verdict } from '../core/solid';
import SolidWorkerThread from './solid.worker.ts?worker';
import type { SolidWorker } from './solid.worker';

/** How long a plan must rest before its solids are compared, ms. */
const REST = 500;

/** The solid model of the plan, worked out in a worker of its own so that drawings never wait for it. */
export class Solids {
	verdicts: Verdict[] | undefined = $state.raw();
	model: Model | undefined = $state.raw();
	/** A sentence when the solids could not be built. */
	failure: string | undefined = $state();
	private readonly worker: Worker;
	private readonly remote: Remote<SolidWorker>;
	private rest: ReturnType<typeof setTimeout> | undefined;
	private wanted: { plan: Plan; modeId: string } | undefined;
	private busy = false;

	constructor() {
		this.worker = new SolidWorkerThread();
		this.remote = wrap<SolidWorker>(this.worker);
	}

	/** Asks for the verdicts of a mode once the plan rests, and for its meshes at once when they are being looked at. */
	ask(plan: Plan, modeId: string, looking: boolean): void {
		clearTimeout(this.rest);
		this.verdicts = undefined;
		this.rest = setTimeout(() => void this.judge(plan, modeId), REST);
		if (!looking) return;
		this.wanted = { plan, modeId };
		if (!this.busy) void this.show();
	}

	/** Always the newest plan; those in between are skipped when they come faster than meshes are made. */
	private async show(): Promise<void> {
		this.busy = true;
		while (this.wanted) {
			const { plan, modeId } = this.wanted;
			this.wanted = undefined;
			try {
				this.model = await this.remote.model(plan, modeId);
				this.failure = undefined;
			} catch (error) {
				this.failure = `The solid model could not be built: ${(error as Error).message}`;
			}
		}
		this.busy = false;
	}

	/** The meshes of what moves, at one point of an action. */
	during(plan: Plan, modeId: string, action: Action, share: number): Promise<ModelThing[]> {
		return this.remote.during(plan, modeId, action, share);
	}

	private async judge(plan: Plan, modeId: string): Promise<void> {
		const mine = this.rest;
		try {
			const verdicts = await this.remote.verdicts(plan, modeId);
			if (mine === this.rest) this.verdicts = verdicts;
		} catch (error) {
			this.failure = `The solid model could not be built: ${(error as Error).message}`;
		}
	}

	stop(): void {
		clearTimeout(this.rest);
		this.worker.terminate();
	}
}
