import { expect } from 'chai';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

/** Reads the import lines themselves, so that a slip in the lint rules cannot hide a wrong arrow. */
const filesUnder = (folder: string): string[] =>
	readdirSync(folder, { withFileTypes: true }).flatMap((e) =>
		e.isDirectory() ? filesUnder(path.join(folder, e.name)) : [path.join(folder, e.name)]
	);

interface Arrow {
	readonly from: string;
	readonly to: string;
}

function arrowsOf(file: string): Arrow[] {
	const text = readFileSync(file, 'utf8');
	const named = [...text.matchAll(/(?:from|import)\s*\(?\s*'([^']+)'/g)].map((m) => m[1] as string);
	return named.map((to) => ({
		from: file,
		to: to.startsWith('.')
			? path.join(path.dirname(file), to)
			: to
					.replace(/^\$core/, 'src/core')
					.replace(/^\$words/, 'src/words')
					.replace(/^\$lib/, 'src/lib')
	}));
}

const arrows = (folder: string): Arrow[] =>
	filesUnder(folder)
		.filter((f) => /\.(ts|svelte)$/.test(f))
		.flatMap(arrowsOf);
const wrong = (folder: string, allowed: (to: string) => boolean): string[] =>
	arrows(folder)
		.filter((a) => !allowed(a.to))
		.map((a) => `${a.from} -> ${a.to}`);

const ROOMS = [
	'errors',
	'units',
	'math',
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
	'diary'
];
const PURE_PACKAGES = new Set([
	'temporal-polyfill',
	'papaparse',
	'fast-xml-parser',
	'svgpath',
	'jsqr',
	...['STL', 'PLY', 'OBJ'].map((kind) => `three/addons/loaders/${kind}Loader.js`)
]);

describe('import directions', () => {
	it('core imports only core and small pure packages', () =>
		expect(wrong('src/core', (to) => to.startsWith('src/core/') || PURE_PACKAGES.has(to))).to.deep.equal([]));

	it('a room of the core imports only rooms before it, through their front doors', () => {
		const faults = arrows('src/core').filter(({ from, to }) => {
			const [mine, theirs] = [from, to].map((p) => p.split('/')[2]) as [string, string];
			if (!to.startsWith('src/core/') || mine === theirs) return false;
			const rank = mine === 'formats' ? ROOMS.indexOf('curve') + 0.5 : ROOMS.indexOf(mine);
			return !to.endsWith('/index.js') || ROOMS.indexOf(theirs) > rank || ROOMS.indexOf(theirs) < 0;
		});
		expect(faults).to.deep.equal([]);
	});

	it('screens never import the server', () =>
		expect(wrong('src/lib/ui', (to) => !to.includes('server'))).to.deep.equal([]));

	it('SQL lives in records: no page or endpoint imports the database', () =>
		expect(wrong('src/routes', (to) => !to.includes('/db/') && !to.startsWith('drizzle') && to !== 'pg')).to.deep.equal(
			[]
		));

	it('only the write gate opens a transaction that may write', () => {
		const users = filesUnder('src/lib/server')
			.filter((f) => f.endsWith('.ts') && /\bopenForWriting\b/.test(readFileSync(f, 'utf8')))
			.map((f) => f.replace('src/lib/server/', ''));
		expect(users).to.have.members(['db/connect.ts', 'db/index.ts', 'records/write.ts']);
	});

	it('sim knows units and nothing that it helps to check', () =>
		expect(wrong('sim', (to) => to.startsWith('sim/') || to.startsWith('src/core/units'))).to.deep.equal([]));

	it('no clock and no chance in the core', () => {
		const impure = filesUnder('src/core').filter((f) =>
			/Math\.random|Date\.now|new Date\(\)|performance\./.test(readFileSync(f, 'utf8'))
		);
		expect(impure).to.deep.equal([]);
	});
});

/** What installs the packages runs before there are any: nothing on its way may import one at the top. */
describe('scripts that install what is missing', () => {
	const FIRST = ['demo', 'start', 'test', 'check', 'backup', 'restore', 'zt'].map((name) => `scripts/${name}.mjs`);

	function importedAtTop(file: string, seen = new Set<string>()): string[] {
		if (seen.has(file)) return [];
		seen.add(file);
		const text = readFileSync(file, 'utf8');
		const named = [...text.matchAll(/^import\s[^;]*?from\s*'([^']+)';/gms)].map((m) => m[1] as string);
		return named.flatMap((to) =>
			to.startsWith('.') ? importedAtTop(path.join(path.dirname(file), to), seen) : [`${file} -> ${to}`]
		);
	}

	it('import nothing but Node’s own before', () => {
		const packages = FIRST.flatMap((f) => importedAtTop(f)).filter((line) => !/-> node:/.test(line));
		expect(packages).to.deep.equal([]);
	});
});
