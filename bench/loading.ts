import { filling, Hold, volumeOf } from '../src/lib/core/loading';
import { CONTAINER, loadingProblem, PUBLISHED } from '../src/lib/core/testing/loading-classes';
import { say } from './measure';

/** Problems of each class that are tried; a hundred were published. */
const PROBLEMS = 5;
/** Time for each, ms. */
const ALLOWED = 3000;

/** How full the container of the published loading problems gets, beside the best figures that we know of. */
export function loading(): void {
	console.log(
		`\nFilling a container: ${PROBLEMS} problems of each published class, ${ALLOWED / 1000} s each, every box on its whole underside\n`
	);
	PUBLISHED.forEach((best, i) => {
		let sum = 0;
		for (let problem = 1; problem <= PROBLEMS; problem++) {
			const until = performance.now() + ALLOWED;
			const run = filling(new Hold(CONTAINER), loadingProblem(i + 1, problem), 'bench');
			let found = 0;
			while (performance.now() < until) found = run.next().value.volume;
			sum += found / volumeOf(CONTAINER);
		}
		const mean = (100 * sum) / PROBLEMS;
		say(`class ${i + 1}`, `${mean.toFixed(2)} % full, ${((100 * mean) / best).toFixed(1)} % of ${best} %`);
	});
}
