import { plainVehicle, planIn, withPiece } from '../src/lib/core/testing/plans';
import { pieceIn } from '../src/lib/core/derive';
const plan = withPiece(planIn(plainVehicle([[0,860]],1900,4200)),'p','raked-platform',{});
const p = pieceIn(plan,'p','raked');
for (const q of p.parts) if (['deck','foot'].includes(q.part.id)) console.log(q.part.id, JSON.stringify(q.box));
for (const q of p.pads) console.log(q.pad.id, JSON.stringify(q.box), q.lower.map(v=>[v.x|0,v.z|0].join()).join(' '), q.upper.map(v=>[v.x|0,v.z|0].join()).join(' '));
