import { readFileSync } from 'node:fs';
import { readPlanFile } from '../src/lib/core/plan';
import { interiorOf } from '../src/lib/core/derive';
import { halfWidth, ceilingAt, rearAt } from '../src/lib/core/interior';
for (const f of ['lantern-small-van','heron-long-high-van','wagtail-minivan','fieldfare-estate','pipit-hatchback','wren-off-roader']) {
  const r = readPlanFile(readFileSync(`examples/${f}.nook.json`,'utf8')); if (!r.ok) throw 1;
  const v = r.plan.vehicle; const i = interiorOf(v);
  console.log(f, v.name, 'length', i.length, 'lining', JSON.stringify(v.lining.floor));
  for (const x of [100, i.length*0.4, i.length*0.7]) console.log('  x', x|0, 'half', [0,200,400,600,800,1100].map(z=>halfWidth(i,'left',x,z)|0).join(' '), 'ceil', ceilingAt(i,x,0)|0, ceilingAt(i,x,400)|0);
  console.log('  rear', [0,300,500,700,900].map(z=>rearAt(i,z)|0).join(' '), 'corner', i.cornerAlong, i.cornerAcross);
  for (const a of i.arches) console.log('  arch', a.side, 'x', a.middle-a.halfFloor|0, a.middle+a.halfFloor|0, 'h', a.height|0, 'inner', a.inner|0);
  for (const [id,s] of Object.entries(v.seats)) console.log('  seat', id, s.type, 'y', s.y, 'w', s.width.mm, 'back', s.back.mm, 'slide', s.slide?.mm, s.type==='rear bench' ? `folded ${s.foldedRear.mm}+${s.foldedLength.mm} h ${s.foldedHeightRear.mm}/${s.foldedHeightFront.mm} pan ${s.pan?.mm} tumbled ${JSON.stringify(s.tumbled&&[s.tumbled.rear.mm,s.tumbled.length.mm,s.tumbled.height.mm])} well ${JSON.stringify(s.well&&[s.well.length.mm,s.well.depth.mm])} rem ${s.removable}`: `top ${s.top.mm} cush ${s.cushionLength.mm} h ${s.cushionHeight.mm} upr ${s.uprightAngle} drive ${s.drivingSlide.mm} rem ${s.removable}`);
  for (const p of [...i.fixtures, ...i.pits]) console.log('  fix', p.id, p.kind, JSON.stringify(p.box));
  for (const [id,z] of Object.entries(v.zones)) console.log('  zone', id, z.reason, z.rule.type, z.start.mm, z.length.mm, z.right.mm, z.left.mm, z.low.mm, z.high.mm);
  for (const [id,o] of Object.entries(v.openings)) console.log('  opening', id, o.place, o.door, o.sill.mm, o.head.mm, JSON.stringify(Object.values(o.edges).map(e=>[e.z,e.first.mm,e.second.mm])));
}
