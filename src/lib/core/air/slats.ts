import type { SlatZone } from '../pieces';

/**
 * Widest gap that a pad still spans without sagging into it, mm: its own thickness. A rule of thumb of ours for foam
 * and for backs; slats of bought bed bases stay well below it.
 */
export const widestGap = (padThickness: number): number => padThickness;

/** Least share of the base that should be open so that moisture gets out of the foam: our own figure, and what is comfortable. */
export const OPEN_SHARE = { least: 0.1, comfort: 0.05 } as const;

/** The zones of a set of slats in one state. */
export const zonesIn = (zones: SlatZone[], state: string): SlatZone[] => zones.filter((zone) => zone.state === state);
