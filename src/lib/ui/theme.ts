const YEAR_SECONDS = 31_536_000;

/** Changes between the paper and the stable theme; this device keeps the choice. */
export function toggleTheme(): void {
	const root = document.documentElement;
	const next = root.dataset['theme'] === 'stable' ? 'paper' : 'stable';
	root.dataset['theme'] = next;
	document.cookie = `zt-theme=${next}; path=/; max-age=${YEAR_SECONDS}; samesite=lax`;
}
