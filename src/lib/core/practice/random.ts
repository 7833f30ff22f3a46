/** A stream of numbers in [0, 1) from a text: the same text gives the same stream (FNV-1a into mulberry32). */
export function randomFrom(text: string): () => number {
	let state = 0x811c9dc5;
	for (let i = 0; i < text.length; i++) state = Math.imul(state ^ text.charCodeAt(i), 0x01000193);
	return () => {
		state = (state + 0x6d2b79f5) | 0;
		let t = Math.imul(state ^ (state >>> 15), 1 | state);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
	};
}

/** A number from a normal distribution of mean 0 and deviation 1 (Box and Muller). */
export const normal = (random: () => number): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
