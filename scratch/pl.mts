import { readFileSync } from 'node:fs';
import { applyEdits, readPlanFile } from '../src/lib/core/plan';
import { sceneOf } from '../src/lib/core/derive';
import { placeSleepers } from '../src/lib/core/people';
for (const f of ['06-two-modules','09-behind-the-seat','08-folding-leaves','pipit-hatchback','lantern-small-van']) {
const r = readPlanFile(readFileSync(`examples/${f}.nook.json`,'utf8')); if(!r.ok) throw 1;
const id=Object.keys(r.plan.pieces)[0]; const h=(r.plan.pieces[id].params as any).height; let t=0,n=0;
for(let i=0;i<40;i++){ const q=applyEdits(r.plan,[{path:['pieces',id,'params','height'],value:h+i/10}]); const s=sceneOf(q,'night'); const t0=performance.now(); const x=placeSleepers(q.crew,s); t+=performance.now()-t0; n++; if(i===39) console.log(f,(t/n).toFixed(2),'ms', x.map(y=>[y.longest.length|0, (y.longest.angle*57.3).toFixed(0), y.lane.length, y.shouldersFit])); }
}
