import { getContext, setContext } from 'svelte';
import type { Derived } from '../client/derived.svelte';
import type { Solids } from '../client/solids.svelte';
import type { PlanSession } from '../client/session.svelte';
import type { BedPosture } from '../core/people';

/** What every stage of an open plan shares. */
export interface Workbench {
	session: PlanSession;
	/** Absent while the page is still being rendered on the server. */
	derived: Derived | undefined;
	/** The solid model; absent as long. */
	solids: Solids | undefined;
	/** What is being looked at; stages change it, the worker follows. */
	gaze: {
		modeId: string;
		selected: string | undefined;
		/** Of an own piece that is being made up: the part or group that is looked at, by the names of nodes on the way to it. */
		node: string[] | undefined;
		sectionX: number;
		solid: boolean;
		posture: BedPosture;
	};
}

const KEY = Symbol('workbench');

export const provideWorkbench = (workbench: Workbench): Workbench => setContext(KEY, workbench);
export const useWorkbench = (): Workbench => getContext<Workbench>(KEY);
