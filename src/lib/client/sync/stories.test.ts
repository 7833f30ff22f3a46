import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { World, type Paper, type WindowModel } from './testing/world';

let world: World;
beforeEach(() => {
	vi.useFakeTimers();
	world = new World();
});
afterEach(() => vi.useRealTimers());

const size = (place: string, value: number) => [{ path: ['sizes', place], value }];
const set = (window: WindowModel, place: string, value: number) => window.document.edit(`${place} to ${value}`, size(place, value));
/** Lets everything happen that happens by itself within some time. */
const pass = (ms = 0) => vi.advanceTimersByTimeAsync(ms);
const mine = (window: WindowModel): Paper => window.document.value;

describe('one window', () => {
	it('is saved a moment after an edit, with nothing left in the browser', async () => {
		const window = world.open();
		set(window, 'a', 1);
		expect(window.saving.sign).toBe('saving');
		expect(world.disk.size).toBe(1);
		await pass(400);
		expect([window.saving.sign, world.server.value!.sizes.a, world.disk.size]).toEqual(['saved', 1, 0]);
	});
	it('has nothing to send after an undo back to what the server has', async () => {
		const window = world.open();
		set(window, 'a', 1);
		window.document.undo();
		await pass(400);
		expect([window.saving.sign, world.server.revision.version, world.disk.size]).toEqual(['saved', 1, 0]);
	});
	it('(1, 15) left while it saves and opened again quarrels with nobody, and nothing old comes back', async () => {
		const first = world.open();
		world.waiting = true;
		set(first, 'a', 1);
		first.leave();
		const second = world.open();
		await pass();
		world.deliver(0, 'answer lost');
		world.waiting = false;
		await second.saving.lookAround();
		set(second, 'a', 2);
		await pass(400);
		expect([second.saving.sign, world.server.value!.sizes.a]).toEqual(['saved', 2]);
		second.kill();
		const third = world.open();
		await third.saving.lookAround();
		await pass(5000);
		expect([mine(third).sizes.a, world.server.value!.sizes.a, world.server.refusals, world.disk.size]).toEqual([2, 2, 0, 0]);
	});
	it('(9) does not quarrel with itself when an answer is lost after the save', async () => {
		const window = world.open();
		world.waiting = true;
		set(window, 'a', 1);
		await pass(400);
		set(window, 'a', 2);
		world.deliver(0, 'answer lost');
		world.waiting = false;
		await pass(6000);
		expect([window.saving.sign, world.server.value!.sizes.a, window.saving.question, world.server.refusals]).toEqual([
			'saved',
			2,
			undefined,
			0
		]);
	});
	it('(9) nor when another window saved after the lost answer', async () => {
		const [window, other] = [world.open(), world.open()];
		world.waiting = true;
		set(window, 'a', 1);
		await pass(400);
		world.deliver(0, 'answer lost');
		world.waiting = false;
		await other.saving.look();
		set(other, 'b', 5);
		await other.saving.flush();
		set(window, 'a', 2);
		await pass(6000);
		expect(window.saving.question).toBeUndefined();
		expect([window.saving.sign, world.server.value!.sizes]).toEqual(['saved', { a: 2, b: 5, c: 0 }]);
	});
	it('(5) says so when this browser has no room to keep what the server cannot take', async () => {
		const window = world.open();
		[world.away, world.full] = [true, true];
		set(window, 'a', 1);
		await pass(400);
		expect(window.saving.sign).toBe('nowhere');
		world.full = false;
		set(window, 'a', 2);
		await pass(400);
		expect(window.saving.sign).toBe('kept');
	});
	it('(13) says that it is kept only when the disk has it', async () => {
		const window = world.open();
		world.away = true;
		set(window, 'a', 1);
		await window.saving.flush();
		await pass();
		expect(window.saving.sign).toBe('kept');
		window.kill();
		world.away = false;
		const later = world.open();
		await later.saving.lookAround();
		await pass(400);
		expect([mine(later).sizes.a, world.server.value!.sizes.a, world.disk.size]).toEqual([1, 1, 0]);
		expect(later.notices.join()).toContain('found in this browser');
		later.document.undo();
		expect(mine(later).sizes.a).toBe(0);
	});
	it('says what the server does not take, and goes on after the next edit', async () => {
		const window = world.open();
		const { save } = world.server;
		world.server.save = () => ({ kind: 'refused', why: 'Too large.' });
		set(window, 'a', 1);
		await pass(400);
		expect([window.saving.sign, window.notices]).toEqual(['refused', ['Too large.']]);
		world.server.save = save;
		set(window, 'a', 2);
		await pass(400);
		expect(window.saving.sign).toBe('saved');
	});
});

describe('two windows', () => {
	it('take over what the other did elsewhere, and undo takes back only their own', async () => {
		const [one, two] = [world.open(), world.open()];
		set(one, 'a', 1);
		set(two, 'b', 2);
		await pass(800);
		await one.saving.look();
		expect([mine(one), mine(two)]).toEqual([world.server.value, world.server.value]);
		one.document.undo();
		await pass(400);
		expect(world.server.value!.sizes).toEqual({ a: 0, b: 2, c: 0 });
	});
	it('(2) a draft is asked about when somebody has saved the same size meanwhile', async () => {
		const one = world.open();
		world.away = true;
		set(one, 'a', 1);
		set(one, 'b', 1);
		await pass(400);
		one.kill();
		world.away = false;
		const two = world.open();
		set(two, 'a', 2);
		await two.saving.flush();
		two.kill();
		const three = world.open();
		await three.saving.lookAround();
		expect(three.saving.question?.conflicts).toEqual([{ path: ['sizes', 'a'], mine: 1, theirs: 2 }]);
		await three.saving.settle(() => 'theirs');
		expect([world.server.value!.sizes, three.saving.sign, world.disk.size]).toEqual([{ a: 2, b: 1, c: 0 }, 'saved', 0]);
	});
	it('(3) the end of a drag leaves alone what came in meanwhile', async () => {
		const [one, two] = [world.open(), world.open()];
		one.document.preview(size('a', 5));
		set(two, 'b', 2);
		await two.saving.flush();
		await one.saving.look();
		expect(one.document.visible.sizes).toEqual({ a: 5, b: 2, c: 0 });
		one.document.edit('drag', size('a', 9));
		await one.saving.flush();
		expect(world.server.value!.sizes).toEqual({ a: 9, b: 2, c: 0 });
	});
	it('(6) of a draft that no longer goes together with the plan everything that fits is taken over, and the rest is asked', async () => {
		const one = world.open();
		world.away = true;
		one.document.edit('use the bed', [{ path: ['uses', 'night'], value: 'bed' }]);
		set(one, 'a', 1);
		await pass(400);
		one.kill();
		world.away = false;
		const two = world.open();
		two.document.edit('take the bed out', [{ path: ['things', 'bed'], value: undefined }]);
		await two.saving.flush();
		two.kill();
		const three = world.open();
		await three.saving.lookAround();
		expect(three.saving.question?.misfits).toEqual([{ path: ['uses', 'night'], value: 'bed' }]);
		await three.saving.settle(() => 'theirs', 'theirs');
		expect(world.server.value).toMatchObject({ sizes: { a: 1 }, uses: {}, things: {} });
		expect(world.copies).toEqual([expect.objectContaining({ uses: { night: 'bed' } })]);
	});
	it('(6) or the other way round: what others did is fitted into mine', async () => {
		const [one, two] = [world.open(), world.open()];
		two.document.edit('take the bed out', [{ path: ['things', 'bed'], value: undefined }]);
		set(two, 'b', 7);
		await two.saving.flush();
		one.document.edit('use the bed', [{ path: ['uses', 'night'], value: 'bed' }]);
		await one.saving.flush();
		expect(one.saving.sign).toBe('question');
		await one.saving.settle(() => 'mine', 'mine');
		expect(world.server.value).toMatchObject({ sizes: { b: 7 }, uses: { night: 'bed' }, things: { bed: { size: 0 } } });
		expect(world.copies).toEqual([expect.objectContaining({ things: {} })]);
	});
	it('(7) undo never makes the plan invalid, and edits go on', async () => {
		const [one, two] = [world.open(), world.open()];
		one.document.edit('add a shelf', [{ path: ['things', 'shelf'], value: { size: 1 } }]);
		await one.saving.flush();
		await two.saving.look();
		two.document.edit('use the shelf', [{ path: ['uses', 'day'], value: 'shelf' }]);
		await two.saving.flush();
		await one.saving.look();
		one.document.undo();
		expect(mine(one)).toMatchObject({ things: { shelf: { size: 1 } }, uses: { day: 'shelf' } });
		expect(one.notices.join()).toContain('Not all of it was taken back');
		expect(set(one, 'a', 3)).toBe(true);
		await one.saving.flush();
		expect(world.server.value!.sizes.a).toBe(3);
	});
	it('(8) a server that was put back from a backup is asked about, and both versions stay', async () => {
		const window = world.open();
		world.server.backUp();
		set(window, 'a', 1);
		await window.saving.flush();
		world.server.restore();
		set(window, 'b', 2);
		await window.saving.flush();
		expect([window.saving.sign, window.saving.question?.kind]).toEqual(['question', 'put back']);
		await window.saving.settle(() => 'theirs', 'theirs');
		expect([window.saving.sign, mine(window).sizes, world.copies[0].sizes]).toEqual(['saved', { a: 0, b: 0, c: 0 }, { a: 1, b: 2, c: 0 }]);
	});
	it('(8) also when it has been saved to since, up to the same version', async () => {
		const [window, other] = [world.open(), world.open()];
		world.server.backUp();
		set(window, 'a', 1);
		await window.saving.flush();
		world.server.restore();
		set(other, 'b', 5);
		await other.saving.flush();
		set(window, 'c', 2);
		await window.saving.flush();
		expect(window.saving.question?.kind).toBe('put back');
		await window.saving.settle(() => 'mine', 'mine');
		expect([world.server.value!.sizes, world.copies[0].sizes]).toEqual([
			{ a: 1, b: 0, c: 2 },
			{ a: 0, b: 5, c: 0 }
		]);
	});
	it('(10) keeping what I see keeps the other’s changes elsewhere', async () => {
		const [one, two] = [world.open(), world.open()];
		set(two, 'a', 2);
		set(two, 'b', 2);
		await two.saving.flush();
		set(one, 'a', 1);
		await one.saving.flush();
		expect(one.saving.question?.conflicts).toEqual([{ path: ['sizes', 'a'], mine: 1, theirs: 2 }]);
		await one.saving.settle(() => 'mine', 'mine');
		expect(world.server.value!.sizes).toEqual({ a: 1, b: 2, c: 0 });
	});
	it('(11) a plan that was deleted elsewhere says so and stays kept here', async () => {
		const window = world.open();
		set(window, 'a', 1);
		await window.saving.flush();
		world.server.value = undefined;
		await window.saving.look();
		expect([window.saving.sign, world.drafts()[0].value.sizes.a]).toEqual(['gone', 1]);
		await window.saving.letGo();
		expect(world.disk.size).toBe(0);
	});
	it('(14) an edit of what another has just removed is refused with a sentence, and so is its drag', async () => {
		const [one, two] = [world.open(), world.open()];
		const edit = [{ path: ['things', 'bed', 'size'], value: 5 }];
		one.document.preview(edit);
		two.document.edit('out', [{ path: ['things', 'bed'], value: undefined }]);
		await two.saving.flush();
		await one.saving.look();
		expect(one.document.visible.things).toEqual({});
		expect(one.document.edit('size', edit)).toBe(false);
		expect(one.notices.join()).toContain('Another window may have taken it out');
		expect(mine(one)).toEqual(world.server.value);
	});
	it('lists merge entry by entry', async () => {
		const [one, two] = [world.open(), world.open()];
		one.document.edit('log', [{ path: ['log'], value: ['first night'] }]);
		two.document.edit('log', [{ path: ['log'], value: ['second night'] }]);
		await pass(800);
		await one.saving.look();
		expect(mine(one).log.sort()).toEqual(['first night', 'second night']);
		expect(mine(two).log.sort()).toEqual(['first night', 'second night']);
	});
	it('a question that is open is asked anew when others save more, and an answer to the old one decides nothing', async () => {
		const [one, two] = [world.open(), world.open()];
		set(two, 'a', 2);
		await two.saving.flush();
		set(one, 'a', 1);
		await one.saving.flush();
		const asked = one.saving.question;
		await one.saving.look();
		expect(one.saving.question).toBe(asked);
		set(two, 'a', 3);
		await two.saving.flush();
		await one.saving.look();
		expect(one.saving.question?.conflicts[0].theirs).toBe(3);
		await one.saving.settle(() => 'theirs');
		expect(mine(one).sizes.a).toBe(3);
	});
	it('does not end a question while the other version cannot be kept', async () => {
		const window = world.open();
		world.server.backUp();
		set(window, 'a', 1);
		await window.saving.flush();
		world.server.restore();
		await window.saving.look();
		world.away = true;
		await window.saving.settle(() => 'mine', 'mine');
		expect([window.saving.sign, window.notices.at(-1)]).toEqual(['question', expect.stringContaining('server is away')]);
	});
});
