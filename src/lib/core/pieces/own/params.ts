import { z } from 'zod';
import { designSchema, type Design } from '../../design/schema';
import { deckHeight, rearEdge } from '../parameter';

/** What an own piece begins as: two boards between the walls, on two rails on four legs. */
const STARTER: Design = {
	asBuilt: 'As built',
	sizes: {
		length: { called: 'Length', value: 1800, low: 100, high: 4000 },
		gap: { called: 'Gap to the walls', value: 12, low: 0, high: 100 }
	},
	nodes: {
		boards: {
			kind: 'repeat',
			count: 2,
			nodes: {
				board: {
					kind: 'panel',
					called: 'Board',
					stock: 'ply-12',
					normal: 'z',
					x: { from: 'start + index * length / 2', size: 'length / 2' },
					y: { from: 'wall.right + gap', to: 'wall.left - gap' },
					z: { to: 'height' }
				}
			}
		},
		side: {
			kind: 'mirror',
			nodes: {
				rail: {
					kind: 'bar',
					called: 'Rail',
					stock: 'batten-45x45',
					along: 'x',
					wide: 'z',
					x: { from: 'boards.rear', to: 'boards.front' },
					y: { to: 'boards.left - 100' },
					z: { to: 'boards.bottom' }
				},
				legs: {
					kind: 'repeat',
					count: 2,
					nodes: {
						leg: {
							kind: 'bar',
							called: 'Leg',
							stock: 'batten-45x45',
							along: 'z',
							wide: 'x',
							x: { from: 'rail.rear + index * (rail.long - 45)' },
							y: { from: 'rail.right' },
							z: { from: 'floor', to: 'rail.bottom' }
						}
					}
				}
			}
		},
		mattress: {
			kind: 'pad',
			called: 'Mattress',
			foam: 'medium',
			role: 'mattress',
			x: { from: 'boards.rear', to: 'boards.front' },
			y: { from: 'wall.right + gap', to: 'wall.left - gap' },
			z: { from: 'boards.top', size: 80 }
		}
	},
	poses: {}
};

export const ownParams = z.strictObject({
	height: deckHeight(400, [0, 2500], 'Height'),
	start: rearEdge(200),
	design: designSchema.default(STARTER).meta({ label: 'What it is made of', unit: 'design' })
});
