import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { starterPlan, FILE_VERSION, writePlanFile, writeVehicleFile } from '../../core/plan';
import { jobs } from './jobs';
import { closePool, job, JobError, quickJob } from './pool';

const plan = starterPlan('Trip', 'small van');
const stored = { name: 'Trip', document: JSON.stringify(plan), format: FILE_VERSION };

describe('jobs in threads', () => {
	const { NOOK_JOB_SECONDS } = process.env;
	beforeEach(() => void (process.env.NOOK_JOB_SECONDS = '60'));
	afterEach(async () => {
		process.env.NOOK_JOB_SECONDS = NOOK_JOB_SECONDS ?? '60';
		await closePool();
	});
	it('do what the same job does here', async () => {
		expect(await job('planSummary', stored)).toEqual(jobs.planSummary(stored));
		expect(await job('storedPlan', stored)).toEqual({ ok: true, value: plan });
	});
	it('that take too long are stopped with a sentence, and the next one is done', async () => {
		await job('storedPlan', stored);
		process.env.NOOK_JOB_SECONDS = '0.05';
		// More plans than can be worked out in a twentieth of a second.
		const error = await job('effects', { stored: Array.from({ length: 400 }, () => stored), vehicle: plan.vehicle }).catch(
			(cause: unknown) => cause
		);
		expect(error).toBeInstanceOf(JobError);
		expect((error as JobError).status).toBe(504);
		process.env.NOOK_JOB_SECONDS = '60';
		expect(await job('storedPlan', stored)).toMatchObject({ ok: true });
	});
	it('that nobody waits for any more are stopped', async () => {
		const leaving = new AbortController();
		const waiting = job('effects', { stored: Array.from({ length: 400 }, () => stored), vehicle: plan.vehicle }, leaving.signal);
		setTimeout(() => leaving.abort(), 50);
		await expect(waiting).rejects.toThrow();
		expect(await job('storedPlan', stored)).toMatchObject({ ok: true });
	});
	it('read short texts here and long ones in a thread, with the same outcome', async () => {
		const text = writePlanFile(plan);
		expect(await quickJob('readFile', text, text.length)).toEqual(await quickJob('readFile', text, 1e6));
	});
});

describe('reading what is sent', () => {
	const save = { base: { version: 1, window: 'w', state: 0 }, window: 'w', state: 1, plan };
	it('takes a save as windows send it', () =>
		expect(jobs.readSave(JSON.stringify(save))).toMatchObject({
			ok: true,
			base: save.base,
			sent: { window: 'w', state: 1 },
			name: 'Trip'
		}));
	it.each([
		['no JSON', '{', 400],
		['nothing', 'null', 400],
		['no base', JSON.stringify({ ...save, base: undefined }), 400],
		['a window that is no name', JSON.stringify({ ...save, window: '../x' }), 400],
		['a version below one', JSON.stringify({ ...save, base: { ...save.base, version: 0 } }), 400],
		['a plan that is none', JSON.stringify({ ...save, plan: {} }), 422]
	])('refuses %s', (_, text, status) => expect(jobs.readSave(text)).toMatchObject({ ok: false, status }));
	it('tells the file of a vehicle from that of a plan', () => {
		expect(jobs.readFile(writeVehicleFile(plan.vehicle))).toEqual({ ok: true, holds: 'vehicle', vehicle: plan.vehicle });
		// Whatever order a program writes its keys in.
		const { format, version, vehicle } = JSON.parse(writeVehicleFile(plan.vehicle)) as Record<string, unknown>;
		expect(jobs.readFile(JSON.stringify({ version, vehicle, format }))).toMatchObject({ ok: true, holds: 'vehicle' });
		expect(jobs.readFile(writePlanFile(plan))).toMatchObject({ ok: true, holds: 'plan', name: 'Trip' });
		expect(jobs.readFile('{"format": "vast-nook vehicle", "version": 2, "vehicle": {}}')).toMatchObject({ ok: false });
	});
});
