import { readFileSync } from 'node:fs';
import { Server } from '../e2e/server';
import { writePlanFile, type Plan } from '../src/lib/core/plan';
import type { Revision } from '../src/lib/core/sync';
import { demo, say } from './measure';

/** So many saves of how many editors, and plans of the long list. */
const SAVES = 300;
const EDITORS = 50;
const LONG_LIST = 1000;
const MANY_SAVES = 10_000;

const percentile = (times: number[], share: number): number => [...times].sort((a, b) => a - b)[Math.floor(times.length * share)];
const json = { 'content-type': 'application/json', accept: 'application/json' };

/** A window that has a plan open and saves it again and again. */
class Editor {
	private state = 0;
	private constructor(
		private readonly url: string,
		private readonly name: string,
		private readonly plan: Plan,
		private revision: Revision
	) {}

	static async open(server: Server, name: string, plan: Plan): Promise<Editor> {
		const made = await fetch(`${server.url}/api/plans`, {
			method: 'POST',
			headers: json,
			body: JSON.stringify({ file: writePlanFile(plan) })
		});
		const { id } = (await made.json()) as { id: string };
		const url = `${server.url}/api/plans/${id}`;
		const { revision } = (await (await fetch(url)).json()) as { revision: Revision };
		return new Editor(url, name, plan, revision);
	}

	/** Saves once; gives how long the answer took, ms. */
	async save(): Promise<number> {
		const state = ++this.state;
		const began = performance.now();
		const body = JSON.stringify({ base: this.revision, window: this.name, state, plan: { ...this.plan, name: `Version ${state}` } });
		const response = await fetch(this.url, { method: 'PUT', headers: json, body });
		if (!response.ok) throw new Error(`a save was answered ${response.status}: ${await response.text()}`);
		this.revision = ((await response.json()) as { revision: Revision }).revision;
		return performance.now() - began;
	}
}

/** Memory of the server's process, MB. */
const memoryOf = (pid: number): number => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;

async function timed(url: string, runs: number): Promise<number> {
	const times: number[] = [];
	for (let i = 0; i < runs; i++) {
		const began = performance.now();
		await (await fetch(url)).text();
		times.push(performance.now() - began);
	}
	return percentile(times, 0.5);
}

/** What the server costs: saves, the list, somebody else's cut list, memory over many saves. Needs a build. */
async function run() {
	const plan = demo('heron-long-high-van.nook.json');
	const server = await Server.launch();
	console.log('\nThe server, as it is started by npm start\n');
	const nothing = await timed(`${server.url}/favicon.svg`, 200);
	say('a static file', `${nothing.toFixed(1)} ms`);

	const alone = await Editor.open(server, 'alone', plan);
	for (let i = 0; i < 20; i++) await alone.save();
	const single: number[] = [];
	for (let i = 0; i < SAVES; i++) single.push(await alone.save());
	const editors = await Promise.all(Array.from({ length: EDITORS }, (_, i) => Editor.open(server, `w${i}`, plan)));
	const many = (
		await Promise.all(
			editors.map(async (editor) => {
				const times: number[] = [];
				for (let i = 0; i < SAVES / 30; i++) times.push(await editor.save());
				return times;
			})
		)
	).flat();
	const [p50, p95] = [percentile(single, 0.5), percentile(single, 0.95)];
	say('a save, one editor: median, 95 of 100', `${p50.toFixed(1)} ms, ${p95.toFixed(1)} ms, ${(p50 / nothing).toFixed(1)} static files`);
	say(
		`a save, ${EDITORS} editors at once: median, 95 of 100`,
		`ratio to one editor ${(percentile(many, 0.5) / p50).toFixed(1)}, ${(percentile(many, 0.95) / p95).toFixed(1)}`
	);

	const largest = demo('14-sliding-slats.nook.json');
	const made = await fetch(`${server.url}/api/plans`, {
		method: 'POST',
		headers: json,
		body: JSON.stringify({ file: writePlanFile(largest) })
	});
	const { id } = (await made.json()) as { id: string };
	let cutting = true;
	const cut = fetch(`${server.url}/plans/${id}/export/cut-list.pdf`).then(async (response) => {
		await response.arrayBuffer();
		cutting = false;
	});
	const waits: number[] = [];
	while (cutting) {
		const began = performance.now();
		await (await fetch(`${server.url}/favicon.svg`)).text();
		waits.push(performance.now() - began);
	}
	await cut;
	say(
		'a static file during the largest cut list: median, longest',
		`ratio ${(percentile(waits, 0.5) / nothing).toFixed(1)}, ${(Math.max(...waits) / nothing).toFixed(1)} (${waits.length} asked)`
	);

	const short = await Server.launch();
	for (let i = 0; i < 10; i++) await Editor.open(short, 'w', plan);
	const long = await Server.launch();
	for (let i = 0; i < LONG_LIST; i++) await Editor.open(long, 'w', plan);
	// Summaries are made in the background, one page of them whenever somebody looks.
	const settledList = async ({ url }: Server) => {
		for (let i = 0; i < 400; i++) {
			if (!(await (await fetch(url)).text()).includes('being drawn')) return;
			await new Promise((resolve) => setTimeout(resolve, 500));
		}
	};
	await Promise.all([short, long].map(settledList));
	const [ten, thousand] = [await timed(short.url, 15), await timed(long.url, 15)];
	say(`the list with 10 plans, and with ${LONG_LIST}`, `${ten.toFixed(0)} ms, ratio ${(thousand / ten).toFixed(1)} (48 on a page)`);

	const before = memoryOf(long.pid);
	const editor = await Editor.open(long, 'memory', plan);
	for (let i = 0; i < MANY_SAVES; i++) await editor.save();
	say(`memory before and after ${MANY_SAVES} saves`, `${before.toFixed(0)} MB, ratio ${(memoryOf(long.pid) / before).toFixed(2)}`);
	await Promise.all([server, short, long].map((each) => each.kill()));
}

void run();
