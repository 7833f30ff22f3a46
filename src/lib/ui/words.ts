import type { Finding, Status } from '../core/checks';
import { formatLength, type UnitSystem } from '../core/units';

/** A margin as people say it: “18 mm short”, “42 mm spare”. */
export function marginWords(finding: Pick<Finding, 'margin' | 'unit'>, system: UnitSystem): string {
	const size = Math.abs(finding.margin);
	if (finding.unit === 'count') return `${Math.round(size)} ${finding.margin < 0 ? 'too many' : 'to spare'}`;
	const amount = finding.unit === 'mm' ? formatLength(size, system) : `${Math.round(size * 100)} %`;
	return `${amount} ${finding.margin < 0 ? 'short' : 'spare'}`;
}

/** The word that goes with each status. */
export const STATUS_WORDS: Record<Status, string> = { clash: 'Clash', unmeasured: 'Measure', tight: 'Tight', clear: 'Clear' };

/** The worst of some findings, which come sorted. */
export const worstIn = (findings: Finding[], modeId: string): Finding | undefined => findings.find((f) => f.modes.includes(modeId));
