import { kernel } from '../src/lib/core/testing/kernel';
import { syntheticScan, objFile } from '../src/lib/core/testing/scan';
import { buildInterior } from '../src/lib/core/interior';
import { starterVehicle } from '../src/lib/core/plan';
import { writeFileSync } from 'fs';
const { mesh, points } = syntheticScan(await kernel(), buildInterior(starterVehicle('small van','x')), { noise: 2, holes: 6, hole: 90, seed: 'x' });
writeFileSync('/tmp/scan.obj', objFile(mesh)); console.log(points);
