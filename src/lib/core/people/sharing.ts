import { widestPair, type Pair } from './pair';
import { sizeOf, type Sleeper } from './placing';

/** Two who share a bed: how much wider each could be at the shoulders, mm, negative where each is too broad; absent where the bed is too short. */
export interface SharedByTwo {
	people: [string, string];
	extra: number | undefined;
	headToFoot: Pair['headToFoot'];
}

/** The beds of a scene on which exactly two lie, and the room that they have. */
export function sharedByTwo(sleepers: readonly Sleeper[]): SharedByTwo[] {
	return [...new Set(sleepers.map(({ region }) => region))].flatMap((region): SharedByTwo[] => {
		const [a, b, ...others] = sleepers.filter((sleeper) => sleeper.region === region);
		if (!b || others.length > 0 || region.length === 0) return [];
		const widest = widestPair(region, [sizeOf(a.body), sizeOf(b.body)]);
		return [{ people: [a.id, b.id], extra: widest?.extra, headToFoot: widest?.pair.headToFoot ?? false }];
	});
}
