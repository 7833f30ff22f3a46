import { fork } from 'node:child_process';
import { join } from 'node:path';

/**
 * Opens mutated files of every format that can be opened: none may crash, take longer than two seconds, take half a gigabyte, or come
 * out with a number that is none. `npm run test:hostile [how many] [from which on]`; each number is always the same file.
 */
const COUNT = Number(process.argv[2] ?? 100_000);
const FROM = Number(process.argv[3] ?? 0);
const LIMIT = 2000;
const CHILDREN = 2;
/** Plans that read are worked out for one block of files in so many. */
const DEEP_EVERY = 440;
const MOST_MEMORY = 500 * 2 ** 20;

interface Said {
	number: number;
	format: string;
	begun?: true;
	outcome?: string;
	crash?: string;
	ms?: number;
	/** Memory of the process afterwards, bytes. */
	rss?: number;
	done?: true;
}

const faults: string[] = [];
const counts = new Map<string, number>();
let slowest: Said = { number: -1, format: '', ms: 0 };
let done = 0;

/** Memory of each process after its first file, and the most that any grew by since. */
const first = new Map<number, number>();
let grown = 0;
function memory(pid: number, rss: number): void {
	if (!first.has(pid)) first.set(pid, rss);
	grown = Math.max(grown, rss - first.get(pid)!);
}

/** One process over its share of the numbers; started again after a file that it did not come back from. */
function share(from: number): Promise<void> {
	return new Promise((resolve) => {
		const begin = (next: number) => {
			if (next >= FROM + COUNT) return resolve();
			const task = JSON.stringify({ from: next, to: FROM + COUNT, step: CHILDREN, deepEvery: DEEP_EVERY });
			const child = fork(join(import.meta.dirname, 'hostile-child.ts'), [task], {
				execArgv: ['--import', 'tsx', '--max-old-space-size=1500']
			});
			let at: Said | undefined;
			let timer: ReturnType<typeof setTimeout> | undefined;
			const giveUp = (what: string) => {
				clearTimeout(timer);
				faults.push(`${at?.number} (${at?.format}): ${what}`);
				child.removeAllListeners('exit');
				child.kill('SIGKILL');
				begin((at?.number ?? next) + CHILDREN);
			};
			child.on('message', (message) => {
				const said = message as Said;
				if (said.rss) memory(child.pid!, said.rss);

				clearTimeout(timer);
				if (said.done) {
					child.removeAllListeners('exit');
					child.kill();
					return resolve();
				}
				at = said;
				if (said.begun) {
					// Twice the limit before it is given up: what took longer than the limit is told when it comes back.
					timer = setTimeout(() => giveUp('hangs'), 4 * LIMIT);
					return;
				}
				done++;
				counts.set(`${said.format} ${said.outcome ?? 'crash'}`, (counts.get(`${said.format} ${said.outcome ?? 'crash'}`) ?? 0) + 1);
				if (said.crash) faults.push(`${said.number} (${said.format}): ${said.crash}`);
				if (said.ms! > LIMIT) faults.push(`${said.number} (${said.format}): took ${Math.round(said.ms!)} ms`);
				if (said.ms! > slowest.ms!) slowest = said;
				if (done % 5000 === 0) console.log(`${done} files, ${faults.length} faults`);
			});
			child.on('exit', (code, signal) => giveUp(`ended the process (${code ?? signal})`));
		};
		begin(from);
	});
}

async function run() {
	await Promise.all(Array.from({ length: CHILDREN }, (_, i) => share(FROM + i)));
	for (const [what, count] of [...counts].sort()) console.log(`${what.padEnd(24)} ${count}`);
	console.log(`slowest: ${slowest.number} (${slowest.format}), ${Math.round(slowest.ms!)} ms`);
	console.log(`memory grew by ${Math.round(grown / 2 ** 20)} MB at most`);
	if (grown > MOST_MEMORY) faults.push(`memory grew by ${Math.round(grown / 2 ** 20)} MB`);
	for (const fault of faults.slice(0, 30)) console.log(fault);
	console.log(`${done} passed, ${faults.length} failed`);
	process.exit(faults.length > 0 ? 1 : 0);
}

void run();
