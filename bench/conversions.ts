import { convert, sceneDuring } from '../src/lib/core/moves';
import { KINDS, type KindName } from '../src/lib/core/pieces';
import type { Plan } from '../src/lib/core/plan';
import { crossSection, longSection, viewFromAbove } from '../src/lib/core/views';
import { demo, FRAME, say, time } from './measure';

/** Pieces of a full long van, those that move first: bed, bunk, boxes that go into the aisle, lids. */
const PIECES: [KindName, Record<string, unknown>][] = [
	['slat-couch', { height: 400, side: 'left', rear: 160, length: 1900, seatDepth: 640, bedWidth: 1040, sections: 2, gap: 22, lid: false }],
	['bunk', { height: 1150, side: 'right', rear: 200, length: 1700, width: 560 }],
	['bench-box', { side: 'right', rear: 200, length: 600, depth: 360, height: 330, moves: 120, cushion: 0, lid: false }],
	['bench-box', { side: 'right', rear: 820, length: 600, depth: 360, height: 330, moves: 120, cushion: 0, lid: true, lidAngle: 60 }],
	['bench-box', { side: 'left', rear: 2100, length: 450, depth: 420, height: 420, lid: true, lidAngle: 60 }],
	['bench-box', { side: 'left', rear: 2560, length: 400, depth: 420, height: 420, lid: true, lidAngle: 60 }],
	['bench-box', { side: 'right', rear: 1900, length: 420, depth: 380, height: 420, lid: true, lidAngle: 60 }],
	['bench-box', { side: 'right', rear: 2330, length: 420, depth: 380, height: 420, lid: true, lidAngle: 60 }],
	['bunk', { height: 1350, side: 'left', rear: 2100, length: 820, width: 360, guard: 60 }],
	['bench-box', { side: 'left', rear: 2100, length: 400, depth: 300, height: 300, cushion: 0, lid: false }]
];

function vanWith(count: number): Plan {
	const plan = demo('14-sliding-slats.nook.json');
	const pieces = Object.fromEntries(
		PIECES.slice(0, count).map(([kind, params], i) => [
			`piece-${i}`,
			{ kind, name: `Piece ${i}`, params: KINDS[kind].params.parse(params) }
		])
	) as Plan['pieces'];
	const modes = Object.fromEntries(Object.entries(plan.modes).map(([id, mode]) => [id, { ...mode, pieces: {}, people: {} }]));
	return { ...plan, pieces, modes, gear: {} };
}

/** How long a conversion takes to plan, from nothing, and how it grows; and what one picture of a rehearsal costs. */
export function conversions(): void {
	console.log('\nPlanning a conversion of a long van, everything worked out afresh, against one second\n');
	let first = 0;
	for (const count of [1, 2, 4, 8, 10]) {
		const plan = vanWith(count);
		let last: ReturnType<typeof convert> | undefined;
		const { median: ms } = time(() => (last = convert(structuredClone(plan), 'drive', 'night')), 5);
		if (count === 1) first = ms;
		const result = last!.ok ? `${last!.actions.length} moves` : 'blocked';
		say(
			`${count} pieces`,
			`${ms.toFixed(0)} ms, ${(ms / 1000).toFixed(2)} of a second, ratio ${(ms / first).toFixed(1)}; ${result}, ${last!.looked} looked at`
		);
	}
	const stuck = vanWith(10);
	const lies = { case: { x: 300, y: -60, z: 0 } };
	const blocked: Plan = {
		...stuck,
		gear: { case: { name: 'Case', length: 500, width: 200, height: 380, weight: 9, count: 1 } },
		modes: Object.fromEntries(Object.entries(stuck.modes).map(([id, mode]) => [id, { ...mode, lies }]))
	};
	let none: ReturnType<typeof convert> | undefined;
	const { median: ms } = time(() => (none = convert(structuredClone(blocked), 'drive', 'night')), 1);
	const proof = none!.ok ? 'a way, against what was meant' : none!.proven ? 'proven that there is none' : 'stopped early, and says so';
	say('10 pieces, one stuck: every order looked at', `${(ms / 1000).toFixed(1)} s; ${proof}, ${none!.looked} looked at`);

	console.log('\nScrubbing through a rehearsal: three drawings of one moment\n');
	for (const file of ['08-folding-leaves', '11-two-sofas', '16-slat-couch', '19-raked']) {
		const plan = demo(`${file}.nook.json`);
		const found = convert(plan, 'drive', file === '19-raked' ? 'day' : 'night');
		if (!found.ok) throw new Error(`${file}: no way`);
		const action = found.actions.find(({ move }) => move)!;
		const { median: ms, worst } = time((i) => {
			const drawn = { plan, scene: sceneDuring(plan, 'drive', action, ((i + 20) % 50) / 50) };
			viewFromAbove(drawn);
			longSection(drawn);
			crossSection(drawn, 900);
		});
		say(file, `${ms.toFixed(1)} ms, ${(ms / FRAME).toFixed(2)} of the ${FRAME} ms budget; 95 of 100 below ${(worst / FRAME).toFixed(2)}`);
	}
}
