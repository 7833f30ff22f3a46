import { readFileSync } from 'node:fs';
import { applyEdits, readPlanFile } from '../src/lib/core/plan';
import { allTolerances, findingsOf, fixesFor } from '../src/lib/core/checks';
import { assemblyOf, sceneOf } from '../src/lib/core/derive';
import { CHECKS } from '../src/lib/core/checks/registry';
for (const f of ['03-three-sections','lantern-small-van','09-behind-the-seat','14-sliding-slats','06-two-modules']) {
const r = readPlanFile(readFileSync(`examples/${f}.nook.json`,'utf8')); if(!r.ok) throw 1;
let t=Date.now(); const tol = allTolerances(r.plan); console.log(f,'tol', Date.now()-t);
t=Date.now(); let n=0; const fs=findingsOf(r.plan,tol).filter(x=>x.status!=='clear'); for (const x of fs) { const t1=Date.now(); fixesFor(r.plan,x,tol); console.log('   ',x.title, Date.now()-t1);} console.log('  fixes',fs.length, Date.now()-t);
const id=Object.keys(r.plan.pieces)[0];
t=Date.now(); for(let i=0;i<20;i++){ const q=applyEdits(r.plan,[{path:['pieces',id,'params','height'],value:400+i}]); findingsOf(q,tol);} console.log('  findings each',(Date.now()-t)/20);
const times: Record<string,number>={}; for(let i=0;i<20;i++){ const q=applyEdits(r.plan,[{path:['pieces',id,'params','height'],value:430+i}]); const t0=performance.now(); assemblyOf(q.pieces[id],q.vehicle,q.stock); times.assemble=(times.assemble??0)+performance.now()-t0; for(const m of Object.keys(q.modes)){const s=sceneOf(q,m); for(const c of CHECKS){const t1=performance.now(); c.run({plan:q,scene:s}); times[c.rule]=(times[c.rule]??0)+performance.now()-t1;}}}
console.log('  ',Object.entries(times).sort((a,b)=>b[1]-a[1]).slice(0,7).map(([k,v])=>`${k} ${(v/20).toFixed(1)}`).join(', '));
}
