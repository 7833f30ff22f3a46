import { proxy, wrap, type Remote } from 'comlink';
import type { Finding } from '../core/checks';
import type { Box } from '../core/geometry/vector';
import type { Edit, Plan } from '../core/plan';
import type { Place, Seen } from '../core/stowage';
import StowWorkerThread from './stow.worker.ts?worker';
import type { StowWorker, Stowed } from './stow.worker';

/** How long a plan must rest before it is stowed anew, ms. */
const REST = 200;

/** Where everything lies, from a worker of its own: what was last known stays until the next is. */
export class Stowings {
	/** With the plan of which it is known: names and modes are those of that plan, whatever has changed since. */
	known: (Stowed & { of: Plan }) | undefined = $state.raw();
	/** Whether what is known is of the present plan. */
	current = $state(false);
	failure: string | undefined = $state();
	private readonly worker = new StowWorkerThread();
	private readonly remote: Remote<StowWorker> = wrap<StowWorker>(this.worker);
	private rest: ReturnType<typeof setTimeout> | undefined;
	private asked: Plan | undefined;
	/** The plan whose findings were last told, or could not be. */
	told: Plan | undefined = $state.raw();
	/** The plan of which it is being worked out what has to be known of how everything lies. */
	private telling: Plan | undefined;
	private watched = false;

	/** @param found is told what has to be known */
	constructor(private readonly found: (findings: Finding[]) => Promise<void>) {}

	/** Tells what has to be known of how everything lies in a plan, unless somebody looks at Storage: there more is asked. */
	async tell(plan: Plan): Promise<void> {
		if (this.watched || plan === this.telling) return;
		// What is being told of a plan that was changed back meanwhile ends here.
		this.telling = plan;
		if (plan === this.told) return;
		try {
			const findings = await this.remote.findings(plan);
			if (plan !== this.telling || !findings) return;
			[this.failure, this.told] = [undefined, undefined];
			await this.found(findings);
		} catch (error) {
			if (plan !== this.telling) return;
			this.failure = (error as Error).message;
		}
		if (plan === this.telling) this.told = plan;
	}

	/** Stows a plan once it has rested, for somebody who looks at it until they {@link leave}. */
	watch(plan: Plan): void {
		this.watched = true;
		if (plan === this.asked) return;
		// What was being told of it ends with this.
		[this.asked, this.telling, this.current] = [plan, undefined, false];
		clearTimeout(this.rest);
		this.rest = setTimeout(() => void this.work(plan), this.known ? REST : 0);
	}

	private async work(plan: Plan): Promise<void> {
		try {
			await this.remote.stow(
				plan,
				proxy(async (sofar: Stowed) => {
					if (plan !== this.asked) return;
					[this.known, this.current, this.failure] = [{ ...sofar, of: plan }, true, undefined];
					if (!sofar.findings) return;
					await this.found(sofar.findings);
					this.told = plan;
				})
			);
		} catch (error) {
			if (plan === this.asked) [this.failure, this.told] = [(error as Error).message, plan];
		}
	}

	/** Edits that put one thing where somebody drew it, or near it; nothing where it goes nowhere near. */
	async put(plan: Plan, { gear, copy }: Place, drawn: Box, seen: Seen): Promise<Edit[] | undefined> {
		try {
			return await this.remote.put(plan, { gear, copy }, drawn, seen);
		} catch (error) {
			this.failure = (error as Error).message;
			return undefined;
		}
	}

	/** Nobody looks at Storage any more: what is being worked out for it is not waited for. */
	leave(): void {
		const { asked } = this;
		[this.watched, this.asked] = [false, undefined];
		clearTimeout(this.rest);
		if (asked) void this.tell(asked);
	}

	stop(): void {
		clearTimeout(this.rest);
		this.worker.terminate();
	}
}
