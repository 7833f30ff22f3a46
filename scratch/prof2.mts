import { readFileSync } from 'node:fs';
import { readPlanFile, applyEdits } from '../src/lib/core/plan';
import { findingsOf } from '../src/lib/core/checks';
import { sceneOf } from '../src/lib/core/derive';
import { heightStudy, marginAt } from '../src/lib/core/height';
import { crossSection, longSection, viewFromAbove } from '../src/lib/core/views';
const r = readPlanFile(readFileSync(`examples/pipit-hatchback.nook.json`,'utf8')); if(!r.ok) throw r;
const acc: Record<string, number> = {}; let n=0;
const t=<T,>(k:string,f:()=>T):T=>{const a=performance.now(); const v=f(); acc[k]=(acc[k]??0)+performance.now()-a; return v;};
const study = heightStudy(r.plan,'platform',Object.keys(r.plan.modes));
for (let i=0;i<120;i++) { if (i===40) { for (const k in acc) acc[k]=0; n=0; } n++;
 const moved=applyEdits(r.plan,[{path:['pieces','platform','params','height'],value:200+((i+20)%90)*5+i/1000}]);
 t('scene',()=>Object.keys(moved.modes).forEach(m=>sceneOf(moved,m)));
 t('findings',()=>findingsOf(moved)); const d={plan:moved,scene:sceneOf(moved,'night'),selected:'platform'};
 t('above',()=>viewFromAbove(d)); t('long',()=>longSection(d)); t('cross',()=>crossSection(d,1000)); t('thumbs',()=>Object.keys(moved.modes).forEach(id=>longSection({plan:moved,scene:sceneOf(moved,id)}))); t('rows',()=>study.rows.forEach(row=>marginAt(study,row,200)));
}
for (const k in acc) console.log(k,(acc[k]/n).toFixed(2));
