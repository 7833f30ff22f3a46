import { readFileSync, writeFileSync } from 'node:fs';
import { readPlanFile, writePlanFile, starterPlan, measurement, starterMode, type Plan, type Vehicle } from '../src/lib/core/plan';
import { STARTING_STOCK } from '../src/lib/core/plan/stock';
import { KINDS, type KindName } from '../src/lib/core/pieces';
import { allTolerances, findingsOf, fixesFor } from '../src/lib/core/checks';
import { convert } from '../src/lib/core/moves';
const m = (mm: number) => measurement(mm, 'measured');
const base = (f: string): Vehicle => { const r = readPlanFile(readFileSync(`examples/${f}.nook.json`, 'utf8')); if (!r.ok) throw new Error(r.faults.join()); return r.plan.vehicle; };
const LANTERN = base('lantern-small-van'), HERON = base('heron-long-high-van'), WAGTAIL = base('wagtail-minivan'), FIELD = base('fieldfare-estate'), PIPIT = base('pipit-hatchback'), WREN = base('wren-off-roader');
const PEOPLE = { ida: { name: 'Ida', stature: 1680, weight: 64, wants: ['sit up', 'prop up', 'turn over'] as any }, tomas: { name: 'Tomas', stature: 1740, weight: 76, wants: ['prop up', 'turn over'] as any } };
type P = Record<string, [KindName, string, Record<string, unknown>]>;
type M = { name: string; use: 'drive' | 'day' | 'night'; pieces?: Record<string, string>; seats?: Record<string, any>; people?: Record<string, any>; lies?: Record<string, any>; doors?: Record<string, any> };
const lying = (piece: string, ...ids: string[]) => Object.fromEntries(ids.map((i) => [i, { posture: 'lying', piece }]));
const sits = (...ids: string[]) => Object.fromEntries(ids.map((i) => [i, { posture: 'in a seat' }]));
const bench = (piece: string, ...ids: string[]) => Object.fromEntries(ids.map((i) => [i, { posture: 'on the bench', piece }]));
const CRATE = { name: 'Light-trap crate', length: 400, width: 300, height: 235, weight: 6 };
const only = process.argv[2];
function make(file: string, name: string, vehicle: Vehicle, pieces: P, modes: Record<string, M>, crew: ('ida' | 'tomas')[], gear: Record<string, any> = {}, wants?: string[]) {
  if (only && !file.startsWith(only)) return;
  const start = starterPlan(name, vehicle.bodyStyle);
  const plan: Plan = { ...start, vehicle, stock: STARTING_STOCK,
    crew: Object.fromEntries(crew.map((c) => [c, wants ? { ...PEOPLE[c], wants: wants as any } : PEOPLE[c]])), gear,
    pieces: Object.fromEntries(Object.entries(pieces).map(([id, [kind, name, params]]) => [id, { kind, name, params: KINDS[kind].params.parse(params) }])) as any,
    modes: Object.fromEntries(Object.entries(modes).map(([id, mode]) => { const s = starterMode(vehicle, mode.name, mode.use); return [id, { ...s, pieces: mode.pieces ?? {}, seats: { ...s.seats, ...mode.seats }, people: mode.people ?? {}, ...(mode.doors ? { doors: mode.doors } : {}), ...(mode.lies ? { lies: mode.lies } : {}) }]; })) };
  const text = writePlanFile(plan); const r = readPlanFile(text); if (!r.ok) { console.log(file, 'UNREADABLE', r.faults.join('\n')); return; }
  const tol = allTolerances(r.plan); const fs = findingsOf(r.plan, tol);
  const bad = fs.filter((f) => f.status === 'clash' || f.status === 'unmeasured');
  console.log(`== ${file}: ${bad.length} bad, ${fs.filter((f) => f.status === 'tight').length} tight`);
  for (const f of bad) { console.log('   ', f.status, f.title, f.margin.toFixed(1), f.modes.join(','), '|', f.why, JSON.stringify(f.at)); if (process.argv[3]) for (const x of fixesFor(r.plan, f, tol)) console.log('        ', x.label, x.cost); }
  if (only) for (const f of fs.filter((f) => f.status === 'tight')) console.log('    tight', f.title, f.margin.toFixed(1), f.modes.join(','));
  const ids = Object.keys(modes);
  for (const a of ids) for (const b of ids) if (a !== b) { const t = Date.now(); const c = convert(r.plan, a, b); const ms = Date.now() - t; if (c.ok) console.log(`    ${a}>${b} ${c.seconds}s ${c.actions.map((x) => x.name).join('; ')} | tightest ${c.tightest?.toFixed(0)} (${ms} ms)`); else console.log(`    ${a}>${b} BLOCKED ${JSON.stringify(c.noMoves)} ${c.blocks.slice(0, 3).map((x) => `${x.action}: ${x.who}/${x.whom} ${x.by.toFixed(0)}`).join('; ')} proven ${c.proven} (${ms} ms, ${c.looked})`); }
  writeFileSync(`examples/${file}.nook.json`, text);
}
const out = (ids: string[]) => Object.fromEntries(ids.map((s) => [s, { state: 'removed', slide: 0, angle: 18 }]));
const MID = ['middle-left', 'middle-centre', 'middle-right'];
const { 'middle-left': _a, 'middle-centre': _b, 'middle-right': _c, ...FRONTS } = WAGTAIL.seats as any;
const WAGTAIL2: Vehicle = { ...WAGTAIL, seats: FRONTS, zones: {} };

make('01-floor-panels', 'Wagtail: floor over the wells', WAGTAIL2, {
  floor: ['floor-panels', 'Floor over the wells', { rear: 300, length: 900, over: 'the wells' }],
  couch: ['slat-couch', 'Couch for one', { height: 380, side: 'left', rear: 200, length: 1860, seatDepth: 520, bedWidth: 690, gap: 20, lid: false, padThickness: 95 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida') }, night: { name: 'Night', use: 'night', people: lying('couch', 'ida') }, well: { name: 'Night, right well open', use: 'night', pieces: { floor: 'open-panel-2' }, people: lying('couch', 'ida') } }, ['ida'], { nets: { name: 'Bag of nets', length: 500, width: 380, height: 150, weight: 8, count: 2, under: 'floor' } }, ['turn over']);

make('02-ledge-sofa', 'Lantern: sofa onto the kitchen', LANTERN, {
  sofa: ['ledge-sofa', 'Sofa', { height: 380, side: 'left', rear: 150, length: 1850, seatDepth: 570, pullOut: 459, onLedge: 19, returnLength: 460, returnReach: 450, gap: 10 }],
  kitchen: ['bench-box', 'Kitchen', { side: 'right', rear: 100, length: 1250, depth: 398, height: 760, ledge: 356, lid: false, cushion: 0, gap: 10 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida', 'tomas') }, day: { name: 'Day', use: 'day', people: bench('sofa', 'ida') }, night: { name: 'Night for two', use: 'night', people: lying('sofa', 'ida', 'tomas') } }, ['ida', 'tomas'], {}, ['prop up', 'turn over']);

make('03-three-sections', 'Lantern: bench in three sections', LANTERN, {
  couch: ['slat-couch', 'Bench bed', { height: 370, side: 'left', rear: 130, length: 1900, seatDepth: 610, bedWidth: 1040, sections: 3, gap: 26, lid: false, padThickness: 95 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida') }, night: { name: 'Night for two', use: 'night', people: lying('couch', 'ida', 'tomas') }, long: { name: 'Night beside the long case', use: 'night', pieces: { couch: 'out-2-3' }, people: lying('couch', 'ida'), lies: { case: { x: 110, y: -60, z: 0 } } } }, ['ida', 'tomas'], { case: { name: 'Case of the net poles', length: 560, width: 220, height: 300, weight: 14, count: 1 }, crates: { ...CRATE, count: 3, under: 'couch' } }, ['turn over']);

make('04-slat-lid', 'Heron: single and double with a lid', HERON, {
  bed: ['slat-couch', 'Bed along the wall', { height: 400, side: 'left', rear: 160, length: 1900, seatDepth: 700, bedWidth: 1180, gap: 22, lid: true, lidAngle: 60, padThickness: 95 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida', 'tomas') }, single: { name: 'Night for one', use: 'night', pieces: { bed: 'couch' }, people: {} }, night: { name: 'Night for two', use: 'night', people: lying('bed', 'ida', 'tomas') }, lid: { name: 'Lid up', use: 'day', pieces: { bed: 'lid-up' } } }, ['ida', 'tomas'], { nets: { name: 'Case of nets', length: 900, width: 500, height: 300, weight: 12, count: 1, under: 'bed' } });

const { 'right-seat': _r, ...LEFT_ONLY } = WREN.seats as any;
const WREN2: Vehicle = { ...WREN, seats: LEFT_ONLY, fixtures: { hoop: (WREN.fixtures as any).hoop } };
make('05-hatch-panels', 'Wren: panels and hatch', WREN2, {
  panels: ['hatch-panels', 'Panels', { height: 350, rear: 50, length: 1100, hatchWidth: 380, hatchLength: 600, hatchAngle: 60, lounge: 45, front: 640, frontWidth: 340, frontCentre: -365, gap: 10 }]
}, { drive: { name: 'Drive', use: 'drive', seats: out(['bench']), people: sits('ida') }, lounge: { name: 'Lounge', use: 'day', seats: out(['bench']), pieces: { panels: 'lounge' } }, night: { name: 'Night', use: 'night', seats: out(['bench']), people: lying('panels', 'ida') } }, ['ida'], {}, []);

const FIELD2: Vehicle = { ...FIELD, seats: { ...FIELD.seats, bench: { ...(FIELD.seats as any).bench, removable: true } }, fixtures: { console: (FIELD.fixtures as any).console } };
const FIELD6: Vehicle = { ...FIELD2, fixtures: { console: { ...(FIELD.fixtures as any).console, start: m(1960), length: m(830) } }, zones: { wheel: (FIELD.zones as any).wheel } };
make('06-two-modules', 'Fieldfare: two modules and a dog', FIELD6, {
  bed: ['module-bed', 'Modules', { height: 330, rear: 140, rearLength: 590, middleLength: 1120, middleWidth: 960, lids: 2, lidAngle: 40, gap: 12, padThickness: 70 }],
  deck: ['pet-deck', 'Dog deck', { height: 319, rear: 2080, length: 400, width: 640, centre: 0, legX: 100, legFoot: 180 }]
}, { drive: { name: 'Drive with passengers', use: 'drive', pieces: { deck: 'out' }, people: sits('ida', 'tomas') }, night: { name: 'Night', use: 'night', seats: out(['bench']), people: lying('bed', 'ida'), pieces: { deck: 'deck' } } }, ['ida', 'tomas'], {}, []);

make('08-folding-leaves', 'Pipit: three leaves in a hatchback', PIPIT, {
  bed: ['fold-over', 'Folding bed', { height: 300, rear: 110, leaves: 3, first: 850, second: 500, third: 500, width: 620, centre: -130, legs: 'screw-in legs', padThickness: 60 }]
}, { drive: { name: 'Drive', use: 'drive', seats: out(['bench']), people: sits('ida') }, night: { name: 'Night', use: 'night', seats: out(['bench']), people: lying('bed', 'ida') } }, ['ida'], { crates: { ...CRATE, height: 220, length: 380, width: 280, count: 1, under: 'bed' } }, ['turn over']);

make('09-behind-the-seat', 'Redwing: leaves behind the seat', { ...FIELD2, name: 'Redwing', seats: { ...FIELD2.seats, 'right-seat': { ...(FIELD.seats as any)['right-seat'], slide: m(250) } }, fixtures: {}, zones: { wheel: (FIELD.zones as any).wheel } }, {
  bed: ['fold-over', 'Leaves for one', { height: 305, rear: 130, leaves: 3, first: 730, second: 530, third: 500, firstFoot: 237, secondFoot: 271, width: 540, centre: -178, store: 'stands behind a seat', standAt: 556, legs: 'screw-in legs', padThickness: 60 }],
  desk: ['bench-box', 'Desk and locker', { side: 'left', rear: 190, length: 400, depth: 300, height: 420, lid: true, lidAngle: 60, cushion: 0, gap: 12 }]
}, { drive: { name: 'Drive with passengers', use: 'drive', people: sits('ida') }, night: { name: 'Night', use: 'night', people: lying('bed', 'ida') } }, ['ida'], {}, ['turn over']);

make('10-across-over-bikes', 'Heron: bed across over two bicycles', HERON, {
  bed: ['fixed-platform', 'Bed across', { height: 1010, reachRear: true, length: 1350, fullWidth: true, gap: 10, panels: 2, boardSheet: 'ply-15', frameBar: 'angle-40', padThickness: 80 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida') }, night: { name: 'Night', use: 'night', people: lying('bed', 'ida') } }, ['ida'], { bikes: { name: 'Bicycle', length: 1250, width: 520, height: 900, weight: 13, count: 2, under: 'bed' } }, ['turn over']);

const HERON2: Vehicle = { ...HERON, fixtures: Object.fromEntries(Object.entries(HERON.fixtures).filter(([k]) => k !== 'pillar')) };
make('11-two-sofas', 'Heron: halves that fold to sofas', HERON2, {
  sofas: ['folding-sofa', 'Sofas', { height: 430, rear: 200, length: 1880, seat: 460, back: 370, lean: 80, gap: 12 }],
  cabinet: ['bench-box', 'Battery box', { side: 'left', rear: 2140, length: 560, depth: 420, height: 440, lid: true, cushion: 60, gap: 12 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida', 'tomas') }, day: { name: 'Day', use: 'day', people: bench('sofas', 'ida') }, night: { name: 'Night for two', use: 'night', people: lying('sofas', 'ida', 'tomas') } }, ['ida', 'tomas']);

make('14-sliding-slats', 'Heron: slats over two benches', HERON2, {
  bed: ['slat-bench', 'Benches and slats', { height: 440, rear: 120, shut: 1150, out: 1900, benchDepth: 460, benchLength: 1900, gap: 12 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida', 'tomas') }, day: { name: 'Day', use: 'day', people: {} }, night: { name: 'Night for two', use: 'night', people: lying('bed', 'ida', 'tomas') } }, ['ida', 'tomas']);

make('15-slats-on-rails', 'Heron: slats on wall rails', HERON, {
  bed: ['slat-platform', 'Slats on rails', { height: 560, rear: 140, length: 1900, gap: 12, slatGap: 32, padThickness: 100 }],
  shelf: ['bench-box', 'Tank and sink', { side: 'left', rear: 2120, length: 700, depth: 480, height: 880, lid: false, cushion: 0, gap: 12 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida', 'tomas') }, night: { name: 'Night for two', use: 'night', people: lying('bed', 'ida', 'tomas') } }, ['ida', 'tomas'], { tanks: { name: 'Crate of samples', length: 600, width: 400, height: 400, weight: 10, count: 2, under: 'bed' } });

make('16-slat-couch', 'Lantern: couch with a travelling front', LANTERN, {
  couch: ['slat-couch', 'Slat couch', { height: 390, side: 'left', rear: 115, length: 1890, seatDepth: 640, bedWidth: 1060, gap: 28, lid: true, lidAngle: 50, padThickness: 95 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida', 'tomas') }, day: { name: 'Day', use: 'day', people: bench('couch', 'ida') }, night: { name: 'Night for two', use: 'night', people: lying('couch', 'ida', 'tomas') } }, ['ida', 'tomas'], { crates: { ...CRATE, count: 3, under: 'couch' } }, ['prop up', 'turn over']);

make('17-stack-and-trestle', 'Wagtail: stack, trestle, passengers', { ...WAGTAIL, zones: {}, fixtures: {} }, {
  bed: ['fold-over', 'Stack of leaves', { height: 390, rear: 160, leaves: 3, first: 640, second: 620, third: 560, width: 640, centre: 220, legs: 'a sliding trestle', padThickness: 70 }],
  kitchen: ['bench-box', 'Kitchen box', { side: 'right', rear: 170, length: 620, depth: 300, height: 560, lid: true, lidAngle: 60, cushion: 0, gap: 12 }]
}, { drive: { name: 'Drive with passengers', use: 'drive', seats: Object.fromEntries(MID.map((s) => [s, { state: 'upright', slide: 0, angle: 18, passengers: 1 }])), people: sits('ida') }, haul: { name: 'Haul', use: 'drive', seats: out(MID), people: sits('ida') }, night: { name: 'Night', use: 'night', seats: out(MID), people: lying('bed', 'ida') } }, ['ida'], {}, ['turn over']);

make('19-raked', 'Lantern: platform on tracks', LANTERN, {
  bed: ['raked-platform', 'Platform on tracks', { height: 400, rear: 120, length: 1880, width: 660, centre: 100, rise: 180, slot: 30, foot: 460, trackTop: 1, play: 4 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida') }, day: { name: 'Sit and look out', use: 'day', pieces: { bed: 'raked' } }, night: { name: 'Night', use: 'night', people: lying('bed', 'ida') } }, ['ida'], {}, ['prop up', 'turn over']);

const { bench: _b21, 'right-seat': _r21, ...LEFT21 } = FIELD.seats as any;
make('21-two-halves', 'Fieldfare: low bed in two halves', { ...FIELD2, seats: LEFT21, fixtures: {}, zones: { wheel: (FIELD.zones as any).wheel } }, {
  bed: ['slat-couch', 'Low bed', { height: 320, side: 'right', rear: 290, length: 1790, seatDepth: 470, bedWidth: 640, sections: 2, gap: 15, lid: false, padThickness: 90, slatGap: 8 }]
}, { drive: { name: 'Drive', use: 'drive', people: sits('ida') }, night: { name: 'Night', use: 'night', people: lying('bed', 'ida') }, part: { name: 'Night with the cool box', use: 'night', pieces: { bed: 'out-1' }, people: lying('bed', 'ida'), lies: { cool: { x: 1320, y: 60, z: 0, turned: true } } } }, ['ida'], { cool: { name: 'Sample cool box', length: 380, width: 320, height: 330, weight: 15, count: 1 } }, []);
