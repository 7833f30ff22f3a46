import type { Design, Nodes } from './schema';

/** Every sheet and bar that a design is made of, and where it says so. */
export const ownStock = ({ nodes }: Design): { table: 'sheets' | 'bars'; id: string; path: string[] }[] =>
	stockIn(nodes).map(({ path, ...use }) => ({ ...use, path: ['nodes', ...path] }));

function stockIn(nodes: Nodes): ReturnType<typeof ownStock> {
	return Object.entries(nodes).flatMap(([name, node]): ReturnType<typeof ownStock> => {
		if ('nodes' in node) return stockIn(node.nodes).map(({ path, ...use }) => ({ ...use, path: [name, 'nodes', ...path] }));
		if (node.kind === 'panel') return [{ table: 'sheets', id: node.stock, path: [name, 'stock'] }];
		return node.kind === 'bar' ? [{ table: 'bars', id: node.stock, path: [name, 'stock'] }] : [];
	});
}
