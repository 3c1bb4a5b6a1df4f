import adapter from '@sveltejs/adapter-node';
import { vitePreprocess } from '@sveltejs/vite-plugin-svelte';

/** @type {import('@sveltejs/kit').Config} */
export default {
	preprocess: vitePreprocess(),
	kit: {
		adapter: adapter({ out: process.env.ZT_BUILD_OUT ?? 'build/app/manual' }),
		outDir: process.env.ZT_KIT_OUT ?? '.svelte-kit',
		// A card that cannot be drawn is caught by its own boundary, on the server too.
		experimental: { handleRenderingErrors: true },
		alias: { $core: 'src/core', $words: 'src/words' },
		csp: {
			// A page's scripts by their hashes: the same page stays the same to the last byte, and need not be sent again.
			mode: 'hash',
			directives: {
				'default-src': ['self'],
				// A digital ruler or scanner is served on the person's own computer.
				'connect-src': ['self', 'http://127.0.0.1:*', 'http://localhost:*'],
				'img-src': ['self', 'blob:', 'data:'],
				'style-src': ['self', 'unsafe-inline'],
				'font-src': ['self', 'data:'],
				'frame-ancestors': ['none'],
				'form-action': ['self'],
				'base-uri': ['self']
			}
		},
		typescript: {
			config: (config) => {
				config.include.push('../sim/**/*.ts', '../scripts/**/*.ts', '../tests/**/*.ts', '../drizzle.config.ts');
				return config;
			}
		}
	}
};
