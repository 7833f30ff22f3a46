import { error } from '@sveltejs/kit';
import { storageTrouble } from './database-file';
import { JobError } from './jobs/pool';
import { UnreadableError } from './stored';

/**
 * Waits for something that stores or that a thread does. What the user can do something about ends the request with a sentence: a
 * full disk, a job that takes too long, a document that cannot be read. Everything else is thrown on.
 */
export async function orSay<T>(work: Promise<T>): Promise<T> {
	try {
		return await work;
	} catch (cause) {
		if (cause instanceof JobError) error(cause.status, cause.message);
		if (cause instanceof UnreadableError) error(422, cause.message);
		const trouble = storageTrouble(cause);
		if (trouble) error(507, { message: `${trouble}. Nothing was changed.`, trouble });
		throw cause;
	}
}
