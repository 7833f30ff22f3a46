import { readFileSync } from 'node:fs';
import { applyEdits, readPlanFile } from '../src/lib/core/plan';
import { convert, unblock } from '../src/lib/core/moves';
const r = readPlanFile(readFileSync('examples/lantern-small-van.nook.json','utf8')); if(!r.ok) throw 1;
const seat = r.plan.modes.night.seats['right-seat'];
const p = applyEdits(r.plan, [{ path: ['modes','night','seats','right-seat'], value: { ...seat, slide: 0, angle: 50 } }]);
const c = convert(p,'drive','night'); console.log(c.ok, !c.ok && c.blocks.slice(0,4).map(b=>[b.action,b.who,b.whom,b.by|0]));
const t=Date.now(); console.log(unblock(p,'drive','night'), Date.now()-t);
