import { starterPlan, BODY_STYLES, applyEdits, measurement } from '../src/lib/core/plan';
import { measurementList, questions } from '../src/lib/core/interior';
import { hiddenVehicle, readTape, practiceReport } from '../src/lib/core/practice';
for (const style of BODY_STYLES) for (const n of [1,2,3,4]) {
  let plan: any = { ...starterPlan('P', style), practice: { vehicle: n, readings: {} } };
  const hidden = hiddenVehicle(style, n);
  const take = (entry:any, attempt:number) => {
    const r = readTape(hidden, plan.vehicle, entry, attempt, n); if (!r) return;
    const key = entry.path.join('.');
    plan = applyEdits(plan, [{ path: entry.path, value: measurement(r.mm / (entry.doubled ? 2 : 1)) }, { path: ['practice','readings',key], value: [...(plan.practice.readings[key] ?? []), r.mm] }]);
    return r;
  };
  const planted = new Map<string,string>();
  for (const e of measurementList(plan.vehicle)) { const r = take(e, 0); if (r?.mistake) planted.set(e.path.join('.'), r.mistake); }
  const asked = new Set<string>(); let rounds = 0;
  for (let round = 1; round < 6; round++) {
    const q = questions(plan.vehicle).map(x => x.path.join('.')).filter(k => !asked.has(k));
    if (!q.length) break; rounds++;
    for (const k of q) { asked.add(k); take(measurementList(plan.vehicle).find(e => e.path.join('.') === k)!, 1); }
  }
  const missed = [...planted].filter(([k]) => !asked.has(k));
  const rep = practiceReport(plan);
  console.log(style, n, 'planted', planted.size, 'missed', JSON.stringify(missed), 'asked', asked.size, 'false', [...asked].filter(k=>!planted.has(k)).join(' '), 'worst', rep.worst.off.toFixed(1), rep.worst.what, 'typ', rep.typical.toFixed(1), 'of', rep.of);
}
