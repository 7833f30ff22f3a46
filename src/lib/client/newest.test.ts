import { describe, expect, it } from 'vitest';
import { newest } from './newest';

describe('the newest of what is asked', () => {
	it('is done one at a time, those in between are skipped, and the last one never is', async () => {
		const done: number[] = [];
		const release: (() => void)[] = [];
		let running = 0;
		const ask = newest(async (n: number) => {
			expect(++running).toBe(1);
			await new Promise<void>((resolve) => release.push(resolve));
			running--;
			done.push(n);
		});
		for (const n of [1, 2, 3, 4]) ask(n);
		const settle = async () => {
			release.shift()!();
			await new Promise((resolve) => setTimeout(resolve));
		};
		await settle();
		expect(done).toEqual([1]);
		await settle();
		expect(done).toEqual([1, 4]);
		ask(5);
		await settle();
		expect(done).toEqual([1, 4, 5]);
	});
});
