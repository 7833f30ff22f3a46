import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { applyEdits, starterPlan, type Plan } from '../core/plan';
import { sameRevision, type Revision } from '../core/sync';
import { withPiece } from '../core/testing/plans';
import { PlanSession } from './session.svelte';
import { BrowserDrafts } from './sync/drafts';
import { PlanTransport } from './sync/transport';

const start = withPiece(starterPlan('Trip', 'small van'), 'couch', 'slat-couch');
const heightPath = ['pieces', 'couch', 'params', 'height'];
const heightOf = (plan: Plan) => (plan.pieces.couch.params as { height: number }).height;
const first: Revision = { version: 1, window: 'first', state: 0 };

/** A stand-in for the server: keeps one plan, answers like the real one, and can be away. */
class FakeServer {
	revision = first;
	plan = start;
	away = false;
	/** What it answers instead, if anything. */
	instead: Response | undefined;
	sent: RequestInit[] = [];

	answer = async (_url: string, init: RequestInit = {}): Promise<Response> => {
		if (this.away) throw new TypeError('fetch failed');
		if (this.instead) return this.instead.clone();
		const reply = (status: number, body: object) => new Response(JSON.stringify(body), { status });
		if (init.method === 'POST') return reply(201, { id: 'other' });
		if (init.method !== 'PUT') return reply(200, { revision: this.revision, plan: this.plan, sameLine: true });
		this.sent.push(init);
		const { base, window, state, plan } = JSON.parse(init.body as string);
		if (!sameRevision(base, this.revision)) return reply(409, { revision: this.revision, plan: this.plan, sameLine: true });
		this.plan = plan;
		this.revision = { version: base.version + 1, window, state };
		return reply(200, { revision: this.revision, sameLine: true });
	};

	/** What another window saves. */
	elsewhere(path: string[], value: unknown) {
		this.plan = applyEdits(this.plan, [{ path, value }]);
		this.revision = { version: this.revision.version + 1, window: 'other', state: 1 };
	}
}

let server: FakeServer;
beforeEach(() => {
	server = new FakeServer();
	// Saving waits a moment after an edit: no timer may go off once its test is over.
	vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
	vi.stubGlobal('fetch', server.answer);
	vi.stubGlobal('indexedDB', new IDBFactory());
	// As on a page without a secure context, which has no locks.
	vi.stubGlobal('navigator', {});
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

const open = () => new PlanSession('p', start, first);
const drafts = () => new BrowserDrafts<Plan>().all('p');

describe('edits', () => {
	it('are steps that can be taken back and made again', () => {
		const session = open();
		expect(session.canUndo).toBeUndefined();
		session.edit('raise', [{ path: heightPath, value: 400 }]);
		session.edit('rename', [{ path: ['name'], value: 'New name' }]);
		expect(session.canUndo).toBe('rename');
		session.undo();
		expect([session.plan.name, heightOf(session.plan), session.canRedo]).toEqual(['Trip', 400, 'rename']);
		session.undo();
		expect(session.plan).toEqual(start);
		session.redo();
		session.redo();
		expect([session.plan.name, heightOf(session.plan), session.canRedo]).toEqual(['New name', 400, undefined]);
	});
	it('that would break the plan are refused with a reason, and change nothing', () => {
		const session = open();
		expect(session.edit('too high', [{ path: heightPath, value: 99999 }])).toBe(false);
		expect(session.plan).toBe(start);
		expect(session.notice).toContain('height');
		expect(session.edit('no such stock', [{ path: ['pieces', 'couch', 'params', 'slatBar'], value: 'gold' }])).toBe(false);
		expect(session.notice).toContain('gold');
	});
	it('that change nothing are no steps', () => {
		const session = open();
		expect(session.edit('same', [{ path: heightPath, value: heightOf(start) }])).toBe(true);
		expect(session.canUndo).toBeUndefined();
	});
	it('after an undo start a new line', () => {
		const session = open();
		session.edit('a', [{ path: heightPath, value: 400 }]);
		session.undo();
		session.edit('b', [{ path: heightPath, value: 500 }]);
		expect(session.canRedo).toBeUndefined();
	});
	it('while dragging are one step, or none when the drag is given up', () => {
		const session = open();
		for (const value of [361, 380, 399]) session.preview([{ path: heightPath, value }]);
		expect([heightOf(session.plan), session.canUndo]).toEqual([399, undefined]);
		session.edit('drag', [{ path: heightPath, value: 400 }]);
		session.undo();
		expect(session.plan).toEqual(start);
		session.preview([{ path: heightPath, value: 700 }]);
		session.cancelPreview();
		expect(session.plan).toEqual(start);
	});
});

describe('saving', () => {
	it('sends what changed and says so', async () => {
		const session = open();
		session.edit('raise', [{ path: heightPath, value: 400 }]);
		expect(session.saving.sign).toBe('saving');
		expect(await session.flush()).toBe(true);
		expect([session.saving.sign, heightOf(server.plan), server.revision.version]).toEqual(['saved', 400, 2]);
		expect(await drafts()).toEqual([]);
	});
	it('keeps a draft in the browser while the server is away, and sends it later', async () => {
		const session = open();
		await session.saving.lookAround();
		server.away = true;
		session.edit('raise', [{ path: heightPath, value: 410 }]);
		expect(await session.flush()).toBe(false);
		await vi.waitFor(() => expect(session.saving.sign).toBe('kept'));
		expect((await drafts()).map(({ value }) => heightOf(value))).toEqual([410]);
		server.away = false;
		expect(await session.flush()).toBe(true);
		expect([heightOf(server.plan), await drafts()]).toEqual([410, []]);
	});
	it('another window takes up what one left behind, and the draft goes', async () => {
		const session = open();
		await session.saving.lookAround();
		server.away = true;
		session.edit('raise', [{ path: heightPath, value: 410 }]);
		await session.flush();
		await vi.waitFor(() => expect(session.saving.sign).toBe('kept'));
		session.saving.stop();
		server.away = false;
		const later = open();
		await later.saving.lookAround();
		expect([heightOf(later.plan), later.canUndo]).toEqual([410, 'unsaved work found again']);
		expect(await later.flush()).toBe(true);
		expect([heightOf(server.plan), await drafts()]).toEqual([410, []]);
	});
	it('merges what another window did to other places', async () => {
		const session = open();
		server.elsewhere(['name'], 'Their name');
		session.edit('raise', [{ path: heightPath, value: 420 }]);
		await session.flush();
		expect([server.plan.name, heightOf(server.plan)]).toEqual(['Their name', 420]);
		expect([session.plan.name, heightOf(session.plan), session.saving.sign]).toEqual(['Their name', 420, 'saved']);
	});
	it.each(['mine', 'theirs'] as const)('asks when both changed the same, with both values, and %s stays', async (side) => {
		const session = open();
		await session.saving.lookAround();
		server.elsewhere(heightPath, 500);
		session.edit('raise', [{ path: heightPath, value: 430 }]);
		await session.flush();
		expect(session.saving.question?.conflicts).toEqual([{ path: heightPath, mine: 430, theirs: 500 }]);
		await session.saving.settle(() => side);
		const kept = side === 'mine' ? 430 : 500;
		expect([heightOf(session.plan), heightOf(server.plan), session.saving.sign]).toEqual([kept, kept, 'saved']);
	});
});

describe('the way to the server', () => {
	const transport = () => new PlanTransport<Plan>('p');
	const save = (plan: Plan, leaving: boolean) => transport().save(first, { window: 'w', state: 1 }, plan, leaving);
	/** A plan whose notes are written in a script of three bytes a letter. */
	const noted = (letters: number): Plan => ({ ...start, log: [{ date: '2026-05-01', text: 'の'.repeat(letters) }] });
	it('(4) outlives the page only for what browsers let out then, counted in bytes', async () => {
		const letters = 30_000 - JSON.stringify(start).length;
		const [small, large] = [noted(100), noted(letters)];
		expect(JSON.stringify(large).length).toBeLessThan(60_000);
		await save(small, true);
		await save(large, true);
		await save(small, false);
		expect(server.sent.map(({ keepalive }) => keepalive)).toEqual([true, false, false]);
	});
	it.each([
		[404, {}, { kind: 'gone' }],
		[422, { message: 'Not saved.', faults: ['one', 'two', 'three'] }, { kind: 'refused', why: 'Not saved. one two' }],
		[507, { message: 'The disk is full. Nothing was changed.', trouble: 'The disk is full' }, { kind: 'away', why: 'The disk is full' }],
		[500, { message: 'Internal' }, { kind: 'away', why: undefined }],
		[200, {}, { kind: 'away', why: undefined }]
	])('an answer %i is told apart', async (status, body, answer) => {
		server.instead = new Response(JSON.stringify(body), { status });
		expect(await save(start, false)).toMatchObject(answer);
	});
});
