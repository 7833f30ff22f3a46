/** The way that the front of a piece looks. */
export const FACINGS = ['left', 'right', 'rear', 'front'] as const;
export type Facing = (typeof FACINGS)[number];

/** The other way. */
export const OPPOSITE: Readonly<Record<Facing, Facing>> = { left: 'right', right: 'left', rear: 'front', front: 'rear' };
