const BROWSERS: readonly (readonly [RegExp, string])[] = [
	[/Firefox\//, 'Firefox'],
	[/Edg\//, 'Edge'],
	[/Chrom(e|ium)\//, 'Chrome'],
	[/Safari\//, 'Safari']
];
const DEVICES: readonly (readonly [RegExp, string])[] = [
	[/iPhone/, 'a phone'],
	[/iPad|Tablet/, 'a tablet'],
	[/Android.*Mobile/, 'a phone'],
	[/Android/, 'a tablet'],
	[/Windows|Macintosh|Linux|CrOS/, 'a computer']
];

/** A browser and device in a few words, as well as they can be told from what it calls itself. */
export function agentWords(agent: string): string {
	const browser = BROWSERS.find(([r]) => r.test(agent))?.[1];
	const device = DEVICES.find(([r]) => r.test(agent))?.[1];
	if (!browser && !device) return 'Another program';
	return [browser ?? 'A browser', ...(device ? [`on ${device}`] : [])].join(' ');
}
