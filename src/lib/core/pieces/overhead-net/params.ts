import { z } from 'zod';
import { choice, count, length, mass, rearEdge, stockOf } from '../parameter';

export const overheadNetParams = z.strictObject({
	height: length('Height of its rails', [500, 2300], 1050, { more: 'Raise the net', less: 'Lower the net' }),
	rear: rearEdge(100),
	length: length('Length', [200, 3000], 900, { more: 'Lengthen the net', less: 'Shorten the net' }),
	make: choice('Made as', ['a net between rails', 'a rail with hooks on each side', 'a shelf with a lip'], 'a net between rails'),
	gap: length('Gap to the walls', [0, 200], 6),
	sag: length('Full, it hangs down by', [10, 400], 120, {
		hint: 'what heads and chests under it have to clear',
		more: 'Let it hang lower',
		less: 'Pull it tighter',
		when: { key: 'make', is: ['a net between rails', 'a rail with hooks on each side'] }
	}),
	hooks: count('Hooks or screws on each side', [2, 20], 4),
	content: mass('What it carries', [0, 60], 6, { more: 'Plan for more in it', less: 'Put less in it' }),
	netCloth: stockOf('Net', 'cloth', 'net-cargo'),
	railBar: stockOf('Rails', 'bar', 'batten-45x21'),
	shelfSheet: stockOf('Shelf', 'sheet', 'ply-9')
});
