import type { Vec3 } from '../geometry/vector';
import type { JoinWay } from '../plan/join';

/** One screw, bolt or dowel, in the vehicle as the piece is built. */
export interface Fastener {
	kind: 'screw' | 'pin' | 'pocket screw' | 'bolt' | 'dowel';
	diameter: number;
	length: number;
	/** Where its head is, or the end of a dowel in the first part, and where its other end is. */
	head: Vec3;
	tip: Vec3;
}

/** What stands in the way of a connection. */
export type ConnectionFault = 'too thin' | 'too narrow' | 'not this way' | 'meets another';

/** Two parts that lie against each other, and how they are joined there. */
export interface Connection {
	key: string;
	/** The part under the heads, and the part that they go into; of other ways, the one that is drilled first. */
	from: string;
	into: string;
	way: JoinWay;
	/** The plan says so; else it is what suits. */
	said: boolean;
	/** The middle of what the two share, and which way one of them looks there. */
	at: Vec3;
	outward: Vec3;
	/** Length and width of what the two share, mm. */
	size: [number, number];
	fasteners: Fastener[];
	/** Angle brackets, held by two screws in either part, or bolts where it is metal. */
	brackets: number;
	/** How many of the two are metal. */
	metal: number;
	/** Face that is glued, mm². */
	glued: number;
	/** A part that would be in the way of the driver: this is joined before that is there. */
	before?: string;
	fault?: ConnectionFault;
}
