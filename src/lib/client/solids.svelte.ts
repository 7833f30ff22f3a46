import { wrap, type Remote } from 'comlink';
import type { BedPosture } from '../core/people';
import type { Plan } from '../core/plan';
import type { Action } from '../core/moves';
import type { Model, ModelThing, Verdict } from '../core/solid';
import { newest } from './newest';
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
	/** What the verdicts were last asked of. */
	private judged: { plan: Plan; modeId: string } | undefined;

	constructor() {
		this.worker = new SolidWorkerThread();
		this.remote = wrap<SolidWorker>(this.worker);
	}

	/** Asks for the verdicts of a mode once the plan rests, and for its meshes at once when they are being looked at. */
	ask(plan: Plan, modeId: string, looking: boolean, posture: BedPosture): void {
		// What the solids say does not hang on what is looked at.
		if (this.judged?.plan !== plan || this.judged.modeId !== modeId) {
			clearTimeout(this.rest);
			this.verdicts = undefined;
			this.judged = { plan, modeId };
			this.rest = setTimeout(() => void this.judge(plan, modeId), REST);
		}
		if (looking) this.show({ plan, modeId, posture });
	}

	/** Always the newest plan; those in between are skipped when they come faster than meshes are made. */
	private readonly show = newest(async ({ plan, modeId, posture }: { plan: Plan; modeId: string; posture: BedPosture }) => {
		try {
			this.model = await this.remote.model(plan, modeId, posture);
			this.failure = undefined;
		} catch (error) {
			this.failure = `The solid model could not be built: ${(error as Error).message}`;
		}
	});

	/** Takes over the conversion that is rehearsed from here on. */
	rehearse(plan: Plan, modeId: string, actions: readonly Action[]): void {
		void this.remote.rehearse(plan, modeId, actions);
	}

	/** The meshes of what moves, at one point of the conversion last taken over. */
	during(index: number, share: number): Promise<ModelThing[] | undefined> {
		return this.remote.during(index, share);
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
