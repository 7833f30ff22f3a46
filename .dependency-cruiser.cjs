/** The layers: an import may only point down. Routes use the interface, the client and the server; all of them the core. */
module.exports = {
	forbidden: [
		{ name: 'no-circles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
		{
			name: 'core-stands-alone',
			comment: 'The core has no interface, no server, no database and no Node API.',
			severity: 'error',
			from: { path: '^src/lib/core', pathNot: '\\.test\\.ts$' },
			to: {
				path: [
					'^src/lib/(ui|client|server)',
					'^src/routes',
					'^cli',
					'^scripts',
					'^node_modules/(svelte|@sveltejs|sequelize|sqlite3|umzug|flowbite)'
				]
			}
		},
		{
			name: 'core-has-no-node',
			severity: 'error',
			from: { path: '^src/lib/core', pathNot: '(\\.test\\.ts|/testing/examples\\.ts)$' },
			to: { dependencyTypes: ['core'] }
		},
		{ name: 'server-below-interface', severity: 'error', from: { path: '^src/lib/server' }, to: { path: '^src/(lib/(ui|client)|routes)' } },
		{ name: 'client-below-interface', severity: 'error', from: { path: '^src/lib/client' }, to: { path: '^src/(lib/(ui|server)|routes)' } },
		{ name: 'interface-below-routes', severity: 'error', from: { path: '^src/lib/ui' }, to: { path: '^src/(lib/server|routes)' } },
		{
			name: 'terminal-on-the-core',
			severity: 'error',
			from: { path: '^cli', pathNot: '\\.test\\.ts$' },
			to: { path: '^src/(lib/(ui|client|server)|routes)' }
		}
	],
	options: {
		doNotFollow: { path: 'node_modules' },
		tsPreCompilationDeps: true,
		tsConfig: { fileName: 'tsconfig.json' },
		enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'svelte', 'default', 'types'] }
	}
};
