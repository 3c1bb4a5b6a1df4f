import js from '@eslint/js';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';
import svelteConfig from './svelte.config.js';

/** Forbids imports by pattern, with the reason said. */
const never = (...rules) => ({
	'no-restricted-imports': ['error', { patterns: rules.map(([group, message]) => ({ group, message })) }]
});

/** Rooms of the core in the order data flows; a room may import only from rooms before it. */
const CORE_ROOMS = [
	'photo',
	'scan',
	'curve',
	'ruler',
	'back',
	'noise',
	'change',
	'seat',
	'entry',
	'load',
	'zones',
	'checks',
	'setup',
	'visit',
	'schedule',
	'reading',
	'call',
	'diary',
	'formats'
];
const outside = [
	['**/lib/**', '$lib/**', '**/routes/**', '**/workers/**', '**/cli/**', '**/words/**', '$words/**'],
	'core knows no screen, server or sentence'
];
const hosts = [
	[
		'node:*',
		'svelte',
		'svelte/*',
		'@sveltejs/*',
		'$app/*',
		'drizzle-orm',
		'drizzle-orm/*',
		'pg',
		'echarts',
		'echarts/*'
	],
	'core is plain TypeScript'
];
/** `formats` reads and writes curves; it does not judge. */
const laterRooms = (room) =>
	room === 'formats' ? CORE_ROOMS.slice(3, -1) : CORE_ROOMS.slice(CORE_ROOMS.indexOf(room) + 1);
const coreRoom = (room) => ({
	files: [`src/core/${room}/**/*.ts`],
	rules: never(outside, hosts, [laterRooms(room).map((r) => `**/${r}/**`), 'a room imports only rooms before it'])
});

export default ts.config(
	{ ignores: ['build/', '.svelte-kit/', 'node_modules/', 'src/lib/server/db/migrations/'] },
	js.configs.recommended,
	...ts.configs.strict,
	...svelte.configs.recommended,
	{
		languageOptions: { globals: { ...globals.browser, ...globals.node } },
		rules: {
			'@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
			'svelte/no-navigation-without-resolve': 'off',
			'no-undef': 'off',
			'max-lines': ['error', { max: 400, skipBlankLines: true }]
		}
	},
	{
		files: ['**/*.svelte', '**/*.svelte.ts'],
		languageOptions: { parserOptions: { parser: ts.parser, svelteConfig } }
	},
	{ files: ['src/core/**/*.ts'], rules: never(outside, hosts) },
	...CORE_ROOMS.slice(0, -1).map(coreRoom),
	coreRoom('formats'),
	{
		files: ['src/lib/ui/**'],
		rules: never(
			[['$lib/server/**', '**/server/**', '**/routes/**'], 'screens know no server'],
			[['drizzle-orm', 'pg'], 'SQL lives in records']
		)
	},
	{
		files: ['src/routes/**'],
		rules: never([['drizzle-orm', 'drizzle-orm/*', 'pg', '**/db/**'], 'SQL lives in records'])
	},
	{
		files: ['src/workers/**', 'src/words/**'],
		rules: never([['**/lib/**', '$lib/**', '**/routes/**'], 'imports core only'])
	},
	{
		files: ['sim/**'],
		rules: never([
			['**/core/curve/**', '**/core/noise/**', '**/core/change/**', '**/core/call/**', '**/lib/**'],
			'a test must not check a thing with itself'
		])
	},
	{
		files: ['tests/**'],
		rules: { '@typescript-eslint/no-unused-expressions': 'off', '@typescript-eslint/no-non-null-assertion': 'off' }
	},
	{ files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } }
);
