import { kernel } from '../src/lib/core/testing/kernel';
import { syntheticScan } from '../src/lib/core/testing/scan';
import { aligned, sliceScan, deviation, withSlices } from '../src/lib/core/scan';
import { buildInterior, halfWidth, ceilingAt, rearAt } from '../src/lib/core/interior';
import { starterVehicle, BODY_STYLES } from '../src/lib/core/plan';
const k = await kernel();
for (const s of BODY_STYLES) {
  const v = starterVehicle(s,'x'); const it = buildInterior(v);
  const { mesh, points } = syntheticScan(k, it, { noise: 2, holes: 12, hole: 120, seed: s + 'k' });
  const al = aligned(mesh, points);
  let t = performance.now();
  const sl = sliceScan(al);
  const ms = performance.now()-t;
  let w = 0, c = 0, where='';
  for (const st of Object.values(sl.stations)) { for (const x of Object.values(st.widths)) for (const side of ['left','right'] as const) { if (x[side]!.status==='guessed') continue; const e = Math.abs(x[side]!.mm - halfWidth(it, side, st.x, x.z)); if (e>w) {w=e; where=`${st.x}/${x.z}/${side} ${x[side]!.mm} vs ${halfWidth(it,side,st.x,x.z).toFixed(0)}`;} } for (const x of Object.values(st.ceiling)) c = Math.max(c, Math.abs(x.z.mm - ceilingAt(it, st.x, x.y))); }
  const pr = Math.max(...Object.values(sl.profile).map(p => Math.abs(p.x.mm - rearAt(it, p.z))));
  const d = deviation(al, withSlices(v, sl));
  const a = Object.values(sl.arches).map(x => [x.start.mm,x.floorLength.mm,x.topLength.mm,x.height.mm,x.inner.mm].join('/'));
  const ta = v.arches.arches; 
  console.log(s, al.triangles.length/3, ms.toFixed(0)+'ms', 'wall', w.toFixed(1), where, 'ceil', c.toFixed(1), 'rear', pr.toFixed(1), 'len', sl.length.mm - v.length.mm, 'holes', sl.holes, 'dev', d.typical.toFixed(1), d.most.toFixed(1), 'stations', Object.keys(sl.stations).length, a.join(' '), 'true', [ta.start.mm,ta.floorLength.mm,ta.topLength.mm,ta.height.mm,ta.inner.mm].join('/'));
}
