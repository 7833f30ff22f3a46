declare global {
	namespace App {
		interface Error {
			message: string;
			/** One line for each fault of a refused file or plan. */
			faults?: string[];
			/** What keeps the server from storing anything, in a few words. */
			trouble?: string;
		}
	}
}

export {};
