/** Places and tools that one sets up for: doing two things after each other in one costs no new beginning. */
export const SET_UPS = ['the shop', 'the sheet saw', 'the length saw', 'the drill', 'the bench', 'painting', 'sewing', 'the vehicle'] as const;
export type SetUp = (typeof SET_UPS)[number];

/** What a step is. */
export type StepKind =
	| 'measure'
	| 'buy'
	| 'line'
	| 'clear'
	| 'cut'
	| 'drill'
	| 'join'
	| 'hang'
	| 'test-fit'
	| 'finish'
	| 'upholster'
	| 'install'
	| 'fasten'
	| 'adjust'
	| 'load';

/** One line of what to do in a step, with the parts that come to it. */
export interface StepLine {
	words: string;
	/** Parts by `piece/part` that are there from this line on. */
	parts: string[];
}

/** Something that is done before a step, and why. */
export interface Needs {
	step: string;
	because: string;
}

/** One step of a build. */
export interface BuildStep {
	/** The same as long as it is the same step, whatever else of the plan changes. */
	id: string;
	kind: StepKind;
	title: string;
	setUp: SetUp;
	/** Pieces that it is about. */
	pieces: string[];
	lines: StepLine[];
	/** What the parts that it cuts are called: name and number. */
	called: Readonly<Record<string, string>>;
	tools: string[];
	/** Our own estimate for one who has done such a thing before. */
	minutes: number;
	/** Hours that pass before what needs it can begin. */
	dries: number;
	/** People. */
	hands: 1 | 2;
	/** What can hurt somebody here. */
	caution?: string;
	needs: Needs[];
	/** Steps of one block leave the vehicle unfit to drive between them: they are done in one day where they fit in one. */
	block?: string;
}

/**
 * What some lines of a step are about: the parts that it takes; where it takes none, such as buying and fastening, what the lines say.
 *
 * @param lines all of them when absent
 */
export const contentOf = (step: Pick<BuildStep, 'lines'>, lines: readonly StepLine[] = step.lines): string[] => [
	...new Set(
		step.lines.some(({ parts }) => parts.length > 0)
			? lines.flatMap(({ parts }) => parts)
			: lines.map(({ words }) => words.slice(0, LONGEST))
	)
];

/** What is kept of one of them, letters. */
const LONGEST = 200;
