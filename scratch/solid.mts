import Module from 'manifold-3d';
import { freeSpace } from '../src/lib/core/solid/free-space';
import { buildInterior, Field, freeColumn } from '../src/lib/core/interior';
import { starterVehicle, BODY_STYLES } from '../src/lib/core/plan';
const k = await Module(); k.setup();
for (const s of BODY_STYLES) {
  const it = buildInterior(starterVehicle(s,'x'));
  let t = performance.now();
  const f = freeSpace(k, it); const tri = f.numTri();
  const ms = performance.now()-t;
  t = performance.now(); const field = new Field(it); const fm = performance.now()-t;
  let vol = 0; for (let x=it.rearmost-500+5;x<it.length;x+=10) for (let y=-995;y<1000;y+=10){const c=freeColumn(it,x,y); if(c) vol+=(c.high-c.low)*100;}
  console.log(s, f.status(), tri, ms.toFixed(0)+'ms', 'field', fm.toFixed(0), (f.volume()/1e9).toFixed(4), (vol/1e9).toFixed(4), f.genus());
}
import { readPlanFile } from '../src/lib/core/plan';
import { readFileSync } from 'fs';
import { sceneOf } from '../src/lib/core/derive';
import { Surround } from '../src/lib/core/solid';
for (const f of ['lantern-small-van','pipit-hatchback']) {
 const r = readPlanFile(readFileSync(`examples/${f}.nook.json`,'utf8')); if(!r.ok) throw r;
 for (const m of Object.keys(r.plan.modes)) { const sc = sceneOf(r.plan, m); let t=performance.now(); const s = new Surround(k, sc.interior); const a=performance.now(); const v = s.verdicts(sc); console.log(m, (a-t).toFixed(0), (performance.now()-a).toFixed(0), JSON.stringify(v)); s.delete(); }
}
