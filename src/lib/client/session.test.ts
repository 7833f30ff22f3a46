import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { applyEdits, starterPlan, type Plan } from '../core/plan';
import { withPiece } from '../core/testing/plans';
import { PlanSession } from './session.svelte';

const start = withPiece(starterPlan('Trip', 'small van'), 'couch', 'slat-couch');
const heightPath = ['pieces', 'couch', 'params', 'height'];
const heightOf = (plan: Plan) => (plan.pieces.couch.params as { height: number }).height;

/** A stand-in for the server: keeps one plan, answers like the real one, and can be away. */
class FakeServer {
	version = 1;
	plan = start;
	away = false;
	created: { file: string }[] = [];

	answer = async (_url: string, init: RequestInit = {}): Promise<Response> => {
		if (this.away) throw new TypeError('fetch failed');
		const reply = (status: number, body: object) => new Response(JSON.stringify(body), { status });
		if (init.method === 'POST') {
			this.created.push(JSON.parse(init.body as string));
			return reply(201, { id: 'other' });
		}
		if (init.method !== 'PUT') return reply(200, { id: 'p', version: this.version, plan: this.plan });
		const { baseVersion, plan } = JSON.parse(init.body as string);
		if (baseVersion !== this.version) return reply(409, { id: 'p', version: this.version, plan: this.plan });
		this.plan = plan;
		return reply(200, { version: ++this.version });
	};

	/** What another window saves. */
	elsewhere(path: string[], value: unknown) {
		this.plan = applyEdits(this.plan, [{ path, value }]);
		this.version++;
	}
}

let server: FakeServer;
let store: Map<string, string>;
beforeEach(() => {
	server = new FakeServer();
	store = new Map();
	// Saving waits a moment after an edit: no timer may go off once its test is over.
	vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
	vi.stubGlobal('fetch', server.answer);
	vi.stubGlobal('localStorage', {
		setItem: (key: string, value: string) => store.set(key, value),
		removeItem: (key: string) => store.delete(key),
		getItem: (key: string) => store.get(key) ?? null
	});
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

const open = () => new PlanSession('p', start, 1);

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
		expect(session.saveState).toBe('saving');
		expect(store.size).toBe(1);
		expect(await session.flush()).toBe(true);
		expect([session.saveState, heightOf(server.plan), server.version, store.size]).toEqual(['saved', 400, 2, 0]);
	});
	it('has nothing to send after an undo back to what the server has', async () => {
		const session = open();
		session.edit('raise', [{ path: heightPath, value: 400 }]);
		session.undo();
		expect(await session.flush()).toBe(true);
		expect([session.saveState, server.version, store.size]).toEqual(['saved', 1, 0]);
	});
	it('keeps a draft while the server is away, and sends it later', async () => {
		const session = open();
		server.away = true;
		session.edit('raise', [{ path: heightPath, value: 410 }]);
		expect(await session.flush()).toBe(false);
		expect(session.saveState).toBe('away');
		expect(JSON.parse([...store.values()][0]).plan.pieces.couch.params.height).toBe(410);
		server.away = false;
		expect(await session.flush()).toBe(true);
		expect([heightOf(server.plan), store.size]).toEqual([410, 0]);
	});
	it('merges what another window did to other places', async () => {
		const session = open();
		server.elsewhere(['name'], 'Their name');
		session.edit('raise', [{ path: heightPath, value: 420 }]);
		await session.flush();
		await session.flush();
		expect([server.plan.name, heightOf(server.plan)]).toEqual(['Their name', 420]);
		expect([session.plan.name, heightOf(session.plan), session.saveState]).toEqual(['Their name', 420, 'saved']);
		// Undo takes back this window's step and leaves theirs alone.
		session.undo();
		expect([session.plan.name, heightOf(session.plan)]).toEqual(['Their name', 360]);
		await session.flush();
		expect(server.plan.name).toBe('Their name');
	});
	it.each(['mine', 'theirs'] as const)('asks when both changed the same, and keeps both when %s stays', async (keep) => {
		const session = open();
		server.elsewhere(heightPath, 500);
		session.edit('raise', [{ path: heightPath, value: 430 }]);
		await session.flush();
		expect(session.conflict?.paths).toEqual([heightPath]);
		expect([session.saveState, heightOf(server.plan)]).toEqual(['conflict', 500]);
		await session.settle(keep);
		const [kept, other] = keep === 'mine' ? [430, 500] : [500, 430];
		expect([heightOf(session.plan), heightOf(server.plan), session.saveState]).toEqual([kept, kept, 'saved']);
		expect(JSON.parse(server.created[0].file).plan.pieces.couch.params.height).toBe(other);
		expect(JSON.parse(server.created[0].file).plan.name).toBe('Trip (other window)');
	});
	it('does not end a conflict while the other version cannot be kept', async () => {
		const session = open();
		server.elsewhere(heightPath, 500);
		session.edit('raise', [{ path: heightPath, value: 430 }]);
		await session.flush();
		server.away = true;
		await session.settle('mine');
		expect(session.conflict).toBeDefined();
		expect(session.notice).toContain('server is away');
	});
	it('treats changes that do not go together as a conflict', async () => {
		const session = open();
		// They take the couch out; here somebody is put on it.
		server.elsewhere(['pieces'], {});
		session.edit('state', [{ path: ['modes', 'night', 'pieces', 'couch'], value: 'bed' }]);
		await session.flush();
		expect(session.saveState).toBe('conflict');
		await session.settle('theirs');
		expect(session.plan.pieces).toEqual({});
	});
});
