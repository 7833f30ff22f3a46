import { readFileSync } from 'node:fs';
import { readPlanFile, applyEdits } from '../src/lib/core/plan';
import { convert } from '../src/lib/core/moves';
const r = readPlanFile(readFileSync(`examples/lantern-small-van.nook.json`,'utf8')); if(!r.ok) throw r;
console.log(Object.keys(r.plan.modes));
for (const [a,b] of [['drive','night'],['night','drive'],['day','night'],['drive','day']]) { const t=performance.now(); const c = convert(r.plan,a,b); console.log(a,b,(performance.now()-t).toFixed(0)+'ms', c.ok ? c.actions.map(x=>`${x.name} [${x.steps.map(s=>s.words).join('; ')}] ${x.seconds}s margin ${x.sweep.margin?.toFixed(0)} ${x.sweep.who}/${x.sweep.whom}`).join('\n    ') : JSON.stringify(c)); }
