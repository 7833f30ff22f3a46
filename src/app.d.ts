declare global {
	namespace App {
		interface Error {
			message: string;
			/** One line for each fault of a refused file or plan. */
			faults?: string[];
		}
	}
}

export {};
