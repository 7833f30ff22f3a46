import type { Finding, Sensitivity } from './finding';

/** A measurement worth taking again, with the findings that it decides. */
export interface NextMeasurement extends Pick<Sensitivity, 'path' | 'label' | 'guessed'> {
	/** Share of the doubt in the open findings that it carries: the sum of its shares of their variance. */
	weight: number;
	decides: string[];
}

/** Findings whose margin is within this many tolerances of nothing could still go either way. */
const OPEN = 2;

/**
 * Which measurements to take again, the most telling first: each open finding hands out one vote, split over its
 * sensitivities by their share of its variance, so that the first on the list is the one whose re-measuring shrinks
 * the doubt in the tightest findings most.
 */
export function measureNext(findings: Finding[], most = 5): NextMeasurement[] {
	const found = new Map<string, NextMeasurement>();
	for (const finding of findings) {
		const { tolerance } = finding;
		if (!tolerance || Math.abs(finding.margin) > OPEN * tolerance) continue;
		for (const { path, label, guessed, effect } of finding.sensitivities) {
			const key = path.join('.');
			const entry = found.get(key) ?? { path, label, guessed, weight: 0, decides: [] };
			entry.weight += (effect / tolerance) ** 2;
			entry.decides.push(finding.title);
			found.set(key, entry);
		}
	}
	return [...found.values()].sort((a, b) => b.weight - a.weight).slice(0, most);
}
