import { describe, expect, it } from 'vitest';
import { bounds } from '../core/geometry/polygon';
import { partsOf } from '../core/cutting';
import { FILE_VERSION } from '../core/plan';
import { longestLine, partTemplate, readDxf, readSvg } from '../core/templates';
import { plainVehicle, planIn, withPiece } from '../core/testing/plans';
import { readJson } from './body';
import { fileName } from './file-name';
import { jobs } from './jobs/jobs';
import { sendFile, templateAsked } from './send-file';

// The end of a cabinet that follows a leaning wall: a board of a shape, 300 deep at the floor and 200 at its top.
const plan = withPiece(
	planIn(
		plainVehicle(
			[
				[0, 800],
				[700, 700]
			],
			1500,
			3000
		)
	),
	'cabinet',
	'cabinet',
	{ side: 'left', rear: 300, length: 800, depth: 212, height: 700, gap: 0, back: 'follows the wall', bays: 1, fill1: 'open shelves' }
);
const end = partsOf(plan).find(({ name, shaped }) => name === 'End' && shaped)!;
const stored = { name: plan.name, document: JSON.stringify(plan), format: FILE_VERSION };
const make = (mirrored: boolean) => partTemplate(end, mirrored);
const ask = async (query: string, number = String(end.number)) =>
	sendFile(await jobs.partTemplate({ stored, number, asked: templateAsked(new URL(`http://nook/template?${query}`)) }));

describe('a template as a file', () => {
	it('is the part at full size, through SVG and through DXF', async () => {
		const [svg, dxf] = await Promise.all(['format=svg', 'format=dxf'].map(async (query) => (await ask(query)).text()));
		for (const read of [readSvg(svg), readDxf(dxf)]) {
			if (!read.ok) throw new Error(read.error);
			const { x, y } = bounds(longestLine(read.lines).points);
			expect([x[1] - x[0], y[1] - y[0]].sort((a, b) => a - b)[1]).toBeCloseTo(Math.max(end.length, end.width), 1);
			expect([x[1] - x[0], y[1] - y[0]].sort((a, b) => a - b)[0]).toBeCloseTo(Math.min(end.length, end.width), 1);
		}
	});
	it('turned over, is its mirror image', () => {
		const [plain, mirrored] = [make(false), make(true)];
		expect(bounds(mirrored.outline)).toEqual(bounds(plain.outline));
		const turned = mirrored.outline.map(({ x, y }) => `${(end.length - x).toFixed(3)},${y.toFixed(3)}`).sort();
		expect(turned).toEqual(plain.outline.map(({ x, y }) => `${x.toFixed(3)},${y.toFixed(3)}`).sort());
		expect(mirrored.name).toContain('mirrored');
	});
	it('has the name of the part, and its own type', async () => {
		const response = await ask('format=dxf&mirrored');
		expect(response.headers.get('content-type')).toBe('application/dxf');
		expect(response.headers.get('content-disposition')).toMatch(/filename="\d+-end-cabinet-mirrored\.dxf"/);
	});
	it('is a PDF on the paper that is asked for', async () => {
		const pdf = new Uint8Array(await (await ask('format=pdf&paper=Letter')).arrayBuffer());
		expect(new TextDecoder().decode(pdf.slice(0, 5))).toBe('%PDF-');
	});
	it('says what is wrong with what was asked', async () => {
		await expect(ask('format=bmp')).rejects.toMatchObject({ status: 404 });
		await expect(ask('format=toString')).rejects.toMatchObject({ status: 404 });
		await expect(ask('', '999')).rejects.toMatchObject({ status: 404 });
		await expect(ask('paper=A9')).rejects.toMatchObject({
			status: 400,
			body: { message: 'There is no paper “A9” here; there is A4 and Letter.' }
		});
	});
});

describe('file names', () => {
	it.each([
		['Moth van', 'moth-van'],
		['3 End, Cabinet, mirrored', '3-end-cabinet-mirrored'],
		['  ../../etc/passwd ', 'etc-passwd'],
		['Überländer', 'berl-nder'],
		['***', 'plan']
	])('%s becomes %s', (words, name) => expect(fileName(words)).toBe(name));
});

describe('bodies of requests', () => {
	const request = (body: string) => new Request('http://nook/', { method: 'POST', body });
	it('are JSON, or the request ends with what was wrong', async () => {
		expect(await readJson(request('{"a":1}'))).toEqual({ a: 1 });
		await expect(readJson(request('{"a":'))).rejects.toMatchObject({ status: 400 });
	});
	it('that are too large are read no further than they may be long', async () => {
		let pulled = 0;
		const endless = new ReadableStream<Uint8Array>({
			pull(controller) {
				pulled++;
				controller.enqueue(new Uint8Array(1000));
			}
		});
		const body = new Request('http://nook/', { method: 'POST', body: endless, duplex: 'half' } as RequestInit);
		await expect(readJson(body, 10_000)).rejects.toMatchObject({
			status: 413,
			body: { message: expect.stringContaining('Nothing was changed') }
		});
		expect(pulled).toBeLessThan(20);
	});
	it('that say that they are too large are not read at all', async () => {
		const body = new Request('http://nook/', { method: 'POST', body: '{}', headers: { 'content-length': '99999999' } });
		await expect(readJson(body, 10_000)).rejects.toMatchObject({ status: 413 });
	});
});

it('the parts list that the server makes has every part once', async () => {
	const csv = await jobs.exportFile({ stored, what: 'parts.csv', units: 'metric' });
	if (!csv.ok) throw new Error(csv.message);
	for (const { name } of partsOf(plan)) expect(String(csv.body)).toContain(name);
	expect(await jobs.exportFile({ stored, what: 'toString', units: 'metric' })).toMatchObject({ ok: false, status: 404 });
	expect(await jobs.exportFile({ stored: { ...stored, document: '{}' }, what: 'plan', units: 'metric' })).toMatchObject({
		ok: false,
		status: 422
	});
});
