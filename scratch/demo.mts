import { readFileSync, writeFileSync, readdirSync } from 'node:fs';
import { applyEdits, readPlanFile, writePlanFile, starterPlan, starterVehicle, measurement, starterMode, type Plan, type Vehicle, type BodyStyle } from '../src/lib/core/plan';
import { KINDS } from '../src/lib/core/pieces';
import { findingsOf } from '../src/lib/core/checks';
const m = (mm: number) => measurement(mm, 'measured');
const measured = (value: any, seed = { n: 7 }): any => {
  if (typeof value !== 'object' || value === null) return value;
  if ('mm' in value && 'plusMinus' in value) return { mm: value.mm, plusMinus: value.status === 'guessed' ? 5 : value.plusMinus, status: value.status === 'guessed' ? 'measured' : value.status };
  if (Array.isArray(value)) return value.map((v) => measured(v, seed));
  return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, measured(v, seed)]));
};
const block = (start: number, length: number, right: number, left: number, low: number, high: number) => ({ start: m(start), length: m(length), right: m(right), left: m(left), low: m(low), high: m(high) });
const ring = (name: string, x: number, y: number, z = 10) => ({ name, kind: 'ring' as const, x: m(x), y: m(y), z: m(z), direction: 'up' as const, rated: 4000 });
const report = (plan: Plan) => { for (const f of findingsOf(plan).filter((f) => f.status !== 'clear')) console.log('   ', f.status, f.title, f.margin.toFixed(3), f.modes.join(','), f.why); };
const write = (file: string, plan: Plan) => { const text = writePlanFile(plan); const r = readPlanFile(text); if (!r.ok) throw new Error(file + r.faults.join('\n')); writeFileSync(`examples/${file}.nook.json`, text); console.log(file); report(r.plan); };
const old = (file: string) => { const raw = JSON.parse(readFileSync(`examples/${file}.nook.json`, 'utf8')); raw.plan.vehicle.diagonals ??= {}; const r = readPlanFile(JSON.stringify(raw)); if (!r.ok) throw new Error(r.faults.join()); return r.plan; };

// The two that are there gain doors, rings and what must stay reachable.
{
  let plan = old('lantern-small-van');
  const { openings } = measured(starterVehicle('small van', 'x')) as Vehicle;
  const vehicle: Vehicle = { ...plan.vehicle, openings: { rear: openings.rear, 'right-side': openings['right-side'] },
    anchors: { 'ring-left': ring('Rear left ring', 180, 600), 'ring-right': ring('Rear right ring', 180, -600), 'ring-front-left': ring('Front left ring', 1560, 640), 'ring-front-right': ring('Front right ring', 1560, -640) },
    noDrill: { tank: { name: 'Fuel tank', surface: 'floor', hazard: 'fuel', start: m(1250), length: m(560), low: m(-520), high: m(60) } } };
  write('lantern-small-van', { ...plan, vehicle });
}
{
  let plan = old('pipit-hatchback');
  const { openings } = measured(starterVehicle('small hatchback', 'x')) as Vehicle;
  const vehicle: Vehicle = { ...plan.vehicle, openings,
    zones: { wheel: { name: 'Spare wheel', reason: 'spare wheel', ...block(150, 560, -290, 290, -120, 0), from: 'above', rule: { type: 'always free' } } },
    anchors: { 'ring-left': ring('Boot left ring', 120, 400, 30), 'ring-right': ring('Boot right ring', 120, -400, 30) } };
  write('pipit-hatchback', { ...plan, vehicle });
}
const crew = { ida: { name: 'Ida', stature: 1680, weight: 64, wants: ['sit up', 'prop up', 'turn over'] as any }, tomas: { name: 'Tomas', stature: 1740, weight: 76, wants: ['prop up', 'turn over'] as any } };
const build = (name: string, style: BodyStyle, edit: (v: Vehicle) => Vehicle) => {
  const start = starterPlan(name, style);
  const vehicle = edit(measured(start.vehicle));
  const modes = { drive: starterMode(vehicle, 'Drive', 'drive'), day: starterMode(vehicle, 'Day', 'day'), night: starterMode(vehicle, 'Night', 'night') };
  return { ...start, vehicle, modes } as Plan;
};
const platform = (plan: Plan, id: string, name: string, params: object, sleepers: string[]): Plan => {
  const piece = { kind: 'fixed-platform' as const, name, params: KINDS['fixed-platform'].params.parse(params) };
  const people = (posture: 'lying' | 'in a seat' | 'away') => Object.fromEntries(sleepers.map((s) => [s, posture === 'lying' ? { posture, piece: id } : { posture }]));
  return { ...plan, crew: Object.fromEntries(sleepers.map((s) => [s, (crew as any)[s]])), pieces: { [id]: piece }, modes: { drive: { ...plan.modes.drive, people: people('in a seat') }, night: { ...plan.modes.night, people: people('lying') } } };
};
// Long high van: lined walls, a step at the side door, a roof bar, a bulkhead-free cab.
{
  let plan = build('Heron: long trap van', 'long high van', (v) => ({ ...v, name: 'Heron',
    length: m(4180),
    stations: { ...v.stations, 'station-2': { ...v.stations['station-2'], x: 1660 } },
    fixtures: { step: { name: 'Step well at the side door', kind: 'pit', ...block(1830, 1050, -860, -690, -150, 0) } as any, bar: { name: 'Roof bar', kind: 'roof bar', ...block(2050, 70, -760, 760, 1830, 1900) } as any, pillar: { name: 'Pillar behind the side door', kind: 'pillar', ...block(1690, 70, -900, -830, 0, 1750) } as any },
    lining: { included: false, floor: { battens: { material: 'Battens', thickness: 18 }, boards: { material: 'Plywood', thickness: 12 } }, wall: { cork: { material: 'Cork', thickness: 15 }, ply: { material: 'Ply panels', thickness: 4 } }, roof: { cork: { material: 'Cork', thickness: 15 }, ply: { material: 'Ply panels', thickness: 4 } } },
    anchors: Object.fromEntries([300, 1500, 2700].flatMap((x, i) => [[`ring-l${i}`, ring(`Floor ring ${i + 1} left`, x, 780)], [`ring-r${i}`, ring(`Floor ring ${i + 1} right`, x, -780)]])),
    noDrill: { tank: { name: 'Fuel tank', surface: 'floor', hazard: 'fuel', start: m(1700), length: m(820), low: m(100), high: m(700) }, cable: { name: 'Wiring in the left pillar', surface: 'left wall', hazard: 'wiring', start: m(1600), length: m(160), low: m(0), high: m(1750) } },
    zones: { gas: { name: 'Vent of the gas locker', reason: 'vent', ...block(3100, 180, 700, 850, 0, 60), from: 'above', rule: { type: 'always free' } } } as any
  }));
  plan = platform(plan, 'bed', 'Bed over the nets', { height: 760, reachRear: true, length: 1900, fullWidth: true, gap: 12 }, ['ida', 'tomas']);
  write('heron-long-high-van', plan);
}
{
  let plan = build('Wagtail: minivan with seats kept', 'seven-seat minivan', (v) => {
    const bench: any = v.seats.bench;
    const { bench: _, ...front } = v.seats;
    return { ...v, name: 'Wagtail', length: m(3190),
      seats: { ...front, 'middle-left': { ...bench, name: 'Middle seat, left', y: 400, width: m(440), belts: 1, slide: m(160), tumbled: { rear: m(1560), length: m(380), height: m(760) }, foldedSteps: {} }, 'middle-centre': { ...bench, name: 'Middle seat, centre', y: 0, width: m(340), belts: 1, foldedSteps: {} }, 'middle-right': { ...bench, name: 'Middle seat, right', y: -400, width: m(440), belts: 1, slide: m(160), foldedSteps: {} } },
      fixtures: { 'well-left': { name: 'Seat well, left', kind: 'pit', ...block(420, 560, 60, 520, -190, 0) }, 'well-right': { name: 'Seat well, right', kind: 'pit', ...block(420, 560, -520, -60, -190, 0) } } as any,
      anchors: { bl: { name: 'Seat bolt left', kind: 'seat bolt', x: m(560), y: m(430), z: m(-60), direction: 'up', thread: 'M10 x 1.25' }, br: { name: 'Seat bolt right', kind: 'seat bolt', x: m(560), y: m(-430), z: m(-60), direction: 'up', thread: 'M10 x 1.25' } } as any,
      zones: { buckle: { name: 'Belt buckles', reason: 'belt buckle', ...block(1330, 120, -40, 40, 300, 420), from: 'above', rule: { type: 'reachable', uses: ['drive'], moves: 0 } } } as any };
  });
  for (const mode of ['drive'] as const) plan = applyEdits(plan, ['middle-left', 'middle-centre', 'middle-right'].map((s) => ({ path: ['modes', mode, 'seats', s, 'passengers'], value: 1 })));
  plan = applyEdits(plan, ['middle-left', 'middle-centre', 'middle-right'].map((s) => ({ path: ['modes', 'night', 'seats', s], value: { state: 'removed', slide: 0, angle: 18 } })));
  write('wagtail-minivan', { ...plan, crew: { ida: crew.ida }, gear: { traps: { name: 'Light-trap crate', length: 400, width: 300, height: 240, weight: 6, count: 4 } } });
}
{
  const plan = build('Fieldfare: estate for the hill sites', 'four-wheel-drive estate', (v) => ({ ...v, name: 'Fieldfare', length: m(2790),
    fixtures: { console: { name: 'Transmission tunnel', kind: 'console', ...block(1640, 1150, -120, 120, 0, 180) } as any, pl: { name: 'Rear pillar left', kind: 'pillar', ...block(360, 130, 520, 640, 250, 900) } as any },
    zones: { wheel: { name: 'Spare wheel', reason: 'spare wheel', ...block(120, 600, -300, 300, -140, 0), from: 'above', rule: { type: 'always free' } }, brake: { name: 'Handbrake', reason: 'handbrake', ...block(1900, 330, -60, 60, 180, 420), from: 'above', rule: { type: 'always free' } } } as any,
    anchors: { a: ring('Boot ring left', 150, 460, 20), b: ring('Boot ring right', 150, -460, 20), c: ring('Seat-back ring left', 800, 420, 60), d: ring('Seat-back ring right', 800, -420, 60) },
    contours: { left: { name: 'Left boot side', side: 'left', z: 320, reach: 90, clearance: 6, line: { type: 'batten', start: m(450), step: 100, batten: m(500), offsets: [112, 118, 126, 135, 143, 150, 156, 161].map(m) } } as any }
  }));
  write('fieldfare-estate', plan);
}
{
  let plan = build('Wren: off-roader with hatch panels', 'two-door off-roader', (v) => { const { bench, ...front } = v.seats; return { ...v, name: 'Wren', length: m(2330), seats: { ...front, bench: { ...(bench as any), tumbled: { rear: m(830), length: m(330), height: m(820) }, pan: m(210), foldedTilt: m(0) } },
    fixtures: { step: { name: 'Step behind the seats', kind: 'step', ...block(1010, 170, -620, 620, 0, 90) } as any, hoop: { name: 'Roof hoop', kind: 'roof bar', ...block(880, 60, -560, 560, 985, 1060) } as any },
    anchors: { a: { name: 'Tailgate thread left', kind: 'thread', x: m(80), y: m(440), z: m(25), direction: 'up', thread: 'M8 x 1.25' }, b: { name: 'Tailgate thread right', kind: 'thread', x: m(80), y: m(-440), z: m(25), direction: 'up', thread: 'M8 x 1.25' } } as any,
    noDrill: { brake: { name: 'Brake line', surface: 'floor', hazard: 'brake line', start: m(0), length: m(2200), low: m(-360), high: m(-300) } } as any }; });
  write('wren-off-roader', plan);
}
