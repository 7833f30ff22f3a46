import { starterPlan, addPerson, applyEdits, addGear } from '../src/lib/core/plan';
import { find, startingBrief } from '../src/lib/core/search';
const styles = process.argv.slice(2).length ? process.argv.slice(2) : ['long high van','small van','seven-seat minivan','four-wheel-drive estate','small hatchback','two-door off-roader'];
for (const s of styles) for (const n of [1,2]) {
  let p = starterPlan('x', s as any);
  const who = [['Ida',1680],['Tomas',1740]] as const;
  for (const [name, stature] of who.slice(0,n)) p = applyEdits(p, addPerson(p, { name, stature, weight: 70, wants: ['sit up','prop up','turn over'] }));
  p = applyEdits(p, addGear(p, { name: 'Light-trap crate', length: 400, width: 300, height: 200, weight: 6, count: 2 }));
  const t = performance.now();
  const r = find(p, startingBrief(p));
  console.log(`== ${s} for ${n}: ${((performance.now()-t)/1000).toFixed(1)} s, looked ${r.looked} tried ${r.tried}`);
  for (const f of r.found) console.log('   ', f.mechanism, f.score.toFixed(2), 'h', f.facts.height, Math.round(f.facts.length)+'x'+Math.round(f.facts.width), Math.round(f.facts.storage)+'l', f.facts.weight.toFixed(0)+'kg', f.facts.cost.toFixed(0), f.facts.seconds+'s', f.seats, '| gives up', f.givesUp.join(', '), '| tight', f.tight, '|', f.bestAt.join(', '));
  for (const m of r.misses) console.log('    miss', m.mechanism, '|', m.reason, '|', m.advice?.label);
}
