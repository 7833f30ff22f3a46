import { starterPlan } from '../src/lib/core/plan';
import { readArchive, writeArchive } from '../src/lib/server/archive';
import { backUp } from '../src/lib/server/backups';
import { database, PlanRow } from '../src/lib/server/database';
import { findPlan, savePlan, storable } from '../src/lib/server/plans';
import { forgetSummaries } from '../src/lib/server/summaries';

/** Saves, backs up and puts back without end, and says what is acknowledged, until somebody kills it. */
async function run() {
	process.send!({ opening: true });
	await database();
	process.send!({ open: true });
	const plan = starterPlan('Power cut', 'small van');
	const folder = process.env.NOOK_DATA!;
	const ids = (await PlanRow.findAll({ attributes: ['id'], order: [['createdAt', 'ASC']], limit: 3 })).map(({ id }) => id);
	for (let n = 1; ; n++) {
		const id = ids[n % ids.length];
		const { revision } = (await findPlan(id))!;
		const saved = await savePlan(
			id,
			revision,
			{ window: 'w', state: revision.version },
			storable({ ...plan, name: `Version ${revision.version + 1}` })
		);
		if (saved?.stored) process.send!({ id, version: saved.revision.version });
		forgetSummaries();
		if (n % 7 === 0) await backUp(folder, 'test', 4);
		if (n % 11 === 0) {
			let text = '';
			for await (const line of writeArchive()) text += line;
			await readArchive(
				(async function* () {
					yield new TextEncoder().encode(text.split('\n').slice(0, 3).join('\n'));
				})(),
				'beside'
			);
		}
	}
}

void run();
