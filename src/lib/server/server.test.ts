import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Sequelize } from 'sequelize';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { applyEdits, starterPlan } from '../core/plan';
import { database, openDatabase } from './database';
import { loadExamples } from './examples';
import { createPlan, deletePlan, findPlan, listPlans, planVersion, savePlan } from './plans';
import { prepareDataFolder, readSettings } from './settings';

describe('settings', () => {
	it('are safe by default', () => expect(readSettings({})).toMatchObject({ host: '127.0.0.1', port: 4310 }));
	it('say which variable is wrong', () => expect(() => readSettings({ NOOK_PORT: 'seventy' })).toThrow(/NOOK_PORT/));
	it('say which folder cannot be written', () => {
		const file = join(mkdtempSync(join(tmpdir(), 'nook-')), 'file');
		writeFileSync(file, '');
		expect(() => prepareDataFolder(join(file, 'inside'))).toThrow(/cannot be written.*NOOK_DATA/);
	});
});

describe('stored plans', () => {
	let opened: Sequelize;
	const others: Sequelize[] = [];
	const folder = mkdtempSync(join(tmpdir(), 'nook-'));
	beforeAll(async () => {
		process.env.NOOK_DATA = folder;
		opened = await database();
	});
	afterAll(() => Promise.all([opened, ...others].map((database) => database.close())));
	const plan = starterPlan('Trip', 'small van');

	it('are kept in write-ahead mode and synchronised in full', async () => {
		const [journal] = (await opened.query('PRAGMA journal_mode'))[0] as { journal_mode: string }[];
		expect(journal.journal_mode).toBe('wal');
		const [synchronous] = (await opened.query('PRAGMA synchronous'))[0] as { synchronous: number }[];
		expect(synchronous.synchronous).toBe(2);
	});
	it('come back as they were', async () => {
		const id = await createPlan(plan);
		expect(await findPlan(id)).toEqual({ id, version: 1, plan });
		expect((await listPlans()).map((p) => p.id)).toContain(id);
		expect(await deletePlan(id)).toBe(true);
		expect(await findPlan(id)).toBeUndefined();
		expect(await deletePlan(id)).toBe(false);
	});
	it('are saved only over the version a change was made from', async () => {
		const id = await createPlan(plan);
		const changed = applyEdits(plan, [{ path: ['name'], value: 'Changed' }]);
		expect(await savePlan(id, 1, changed)).toBe(2);
		expect(await savePlan(id, 1, plan)).toBeUndefined();
		expect((await findPlan(id))!.plan.name).toBe('Changed');
		expect(await planVersion(id)).toBe(2);
	});
	it('let exactly one of many saves at once through', async () => {
		const id = await createPlan(plan);
		const results = await Promise.all(
			Array.from({ length: 8 }, (_, i) => savePlan(id, 1, applyEdits(plan, [{ path: ['name'], value: `Window ${i}` }])))
		);
		expect(results.filter((version) => version === 2)).toHaveLength(1);
	});
	it('take up the examples once', async () => {
		const examples = join(import.meta.dirname, '../../../examples');
		expect((await loadExamples(examples)).length).toBeGreaterThanOrEqual(2);
		expect(await loadExamples(examples)).toEqual([]);
	});
	it('migrate a folder that was opened before without losing anything', async () => {
		others.push(await openDatabase(folder));
		expect((await listPlans()).length).toBeGreaterThan(2);
	});
});
