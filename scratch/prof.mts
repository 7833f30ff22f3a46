import { readFileSync } from 'node:fs';
import { readPlanFile, applyEdits } from '../src/lib/core/plan';
import { findingsOf } from '../src/lib/core/checks';
import { CHECKS } from '../src/lib/core/checks/registry';
import { sceneOf } from '../src/lib/core/derive';
for (const f of ['lantern-small-van','pipit-hatchback']) {
const r = readPlanFile(readFileSync(`examples/${f}.nook.json`,'utf8')); if(!r.ok) throw r;
const piece = Object.keys(r.plan.pieces)[0];
const h = (r.plan.pieces[piece].params as any).height;
const run=(i:number)=>findingsOf(applyEdits(r.plan,[{path:['pieces',piece,'params','height'],value:h+i/100}]));
for(let i=0;i<30;i++) run(i);
let t=performance.now(); for(let i=30;i<60;i++) run(i); console.log(f,'per', ((performance.now()-t)/30).toFixed(2));
for (const c of CHECKS) { let tt=0; for(let i=60;i<80;i++){ const p=applyEdits(r.plan,[{path:['pieces',piece,'params','height'],value:h+i/100}]); const scs=Object.keys(p.modes).map(m=>sceneOf(p,m)); const a=performance.now(); for (const s of scs) c.run({plan:p,scene:s}); tt+=performance.now()-a;} if (tt/20>0.3) console.log('  ',c.rule,(tt/20).toFixed(2)); }
}
