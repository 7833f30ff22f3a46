/** Lets messages of a worker in and out between two stretches of its work. */
export const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));
