import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { Piscina } from 'piscina';
import { readSettings } from '../settings';
import { jobs, type Jobs } from './jobs';

/** Thrown when a job is not done, with a sentence for whoever asked. */
export class JobError extends Error {
	constructor(
		message: string,
		readonly status: 503 | 504
	) {
		super(message);
	}
}

/** More than this wait for a thread: whoever comes then is told to come again. */
const LONGEST_QUEUE = 100;
/** A thread that needs more than this is ended: no plan that we know comes near it. */
const MOST_MEMORY_MB = 1500;

let pool: Piscina | undefined;

/** The worker as it is written; not a file that the build should take along. */
const SOURCE = './worker.ts';

/** The built worker beside the built server; its source with the loader for it in development and tests. */
function start(): Piscina {
	const { jobsFile } = readSettings(process.env);
	const threads = new Piscina({
		filename: jobsFile ?? fileURLToPath(new URL(SOURCE, import.meta.url)),
		...(jobsFile ? {} : { execArgv: ['--import', 'tsx'] }),
		minThreads: 1,
		maxThreads: Math.max(2, availableParallelism() - 1),
		maxQueue: LONGEST_QUEUE,
		idleTimeout: 60_000,
		resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB }
	});
	// A thread that dies takes its job along, not the server.
	threads.on('error', (error) => console.error('A thread ended:', error));
	return threads;
}

type Input<N extends keyof Jobs> = Parameters<Jobs[N]>[0];
type Output<N extends keyof Jobs> = Awaited<ReturnType<Jobs[N]>>;

/**
 * Does a job in a thread of its own, one after the other when all are taken.
 *
 * @param signal ends the job and its thread, for instance when nobody waits for it any more
 * @throws JobError when it takes too long or too many wait
 */
export async function job<N extends keyof Jobs>(name: N, input: Input<N>, signal?: AbortSignal): Promise<Output<N>> {
	pool ??= start();
	const { jobSeconds } = readSettings(process.env);
	const limit = AbortSignal.timeout(jobSeconds * 1000);
	try {
		return (await pool.run({ name, input }, { signal: signal ? AbortSignal.any([signal, limit]) : limit })) as Output<N>;
	} catch (error) {
		if (limit.aborted)
			throw new JobError(`This takes longer than ${jobSeconds} s, so it was stopped. Is a size or a number far too large?`, 504);
		if ((error as Error).message.startsWith('Task queue is at limit'))
			throw new JobError('The server has too much to do at the moment. Try again in a little while.', 503);
		if ((error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY')
			throw new JobError('This takes more memory than there is, so it was stopped. Is a size or a number far too large?', 504);
		throw error;
	}
}

/** Texts up to so many characters are read faster than they are handed to a thread. */
const SMALL = 150_000;

/** Does a job here and now when what it reads is small, else in a thread like {@link job}. */
export async function quickJob<N extends keyof Jobs>(
	name: N,
	input: Input<N>,
	characters: number,
	signal?: AbortSignal
): Promise<Output<N>> {
	if (characters > SMALL) return job(name, input, signal);
	return (jobs[name] as (input: Input<N>) => Output<N>)(input);
}

/** Ends all threads, for a server that stops. */
export async function closePool(): Promise<void> {
	const closing = pool;
	pool = undefined;
	await closing?.destroy();
}
