<script lang="ts">
	import { onDestroy } from 'svelte';
	import type { Curve } from '$core/curve/index.js';
	import { problemOf } from '$core/errors/index.js';
	import { bendToCurve, calmFrames, readRulerEvent, type RulerFrame } from '$core/ruler/index.js';
	import { errorSentence } from '$words/index.js';
	import OutlineView from '../entry/OutlineView.svelte';
	import { listenTo } from '../loopback.js';
	import { recall } from '../settings.js';
	import { typing } from '../typing.js';

	interface Props {
		before: Curve | undefined;
		others: readonly Curve[];
		keepWord: string;
		onkeep: (curve: Curve) => void;
	}
	const { before, others, keepWord, onkeep }: Props = $props();

	/** The last second of frames makes one curve. */
	const CALM = 10;
	const SILENT_MS = 2000;
	const LOW_PERCENT = 15;
	const KEY = 'zt-ruler';

	let address = $state(recall(KEY) ?? 'http://127.0.0.1:4791/ruler');
	let source: EventSource | undefined;
	let phase: 'off' | 'waiting' | 'live' | 'silent' | 'dead' = $state('off');
	let frames: readonly RulerFrame[] = $state.raw([]);
	let frozen: Curve | undefined = $state.raw();
	let dropped = $state(0);
	let problem = $state('');
	let timer: ReturnType<typeof setTimeout> | undefined;

	const latest = $derived(frames[frames.length - 1]);
	const live = $derived.by((): Curve | undefined => {
		if (frames.length === 0) return undefined;
		try {
			return bendToCurve(calmFrames(frames));
		} catch {
			return undefined;
		}
	});
	const shown = $derived(frozen ?? live);

	function listen() {
		clearTimeout(timer);
		timer = setTimeout(() => {
			if (phase === 'live' || phase === 'waiting') phase = 'silent';
			frames = [];
		}, SILENT_MS);
	}
	function hear(event: MessageEvent<string>) {
		if (frozen) return;
		listen();
		try {
			const said = readRulerEvent(event.data);
			if (said.kind === 'battery-dead') {
				stop('dead');
				return;
			}
			const before = frames[frames.length - 1];
			if (before && said.frame.seq > before.seq + 1) dropped += said.frame.seq - before.seq - 1;
			frames = [...frames, said.frame].slice(-CALM);
			problem = '';
			bendToCurve(calmFrames(frames));
			phase = 'live';
		} catch (error) {
			problem = errorSentence(problemOf(error));
		}
	}
	function connect() {
		stop('waiting');
		[dropped, problem, frozen] = [0, '', undefined];
		try {
			source = listenTo(address, KEY, hear);
			listen();
		} catch {
			phase = 'off';
			problem = 'That is no address of this computer. It begins with http://127.0.0.1: and ends with /ruler.';
		}
	}
	function stop(next: typeof phase) {
		source?.close();
		source = undefined;
		clearTimeout(timer);
		frames = [];
		phase = next;
	}
	function freeze() {
		if (frozen) frozen = undefined;
		else if (live && phase === 'live') frozen = live;
		if (frozen) return;
		// What lies under the ruler now is another bend: nothing of before is mixed in.
		frames = [];
		if (phase === 'live') phase = 'waiting';
	}
	function keep() {
		if (!frozen) return;
		onkeep(frozen);
		freeze();
	}
	function key(e: KeyboardEvent) {
		if (typing(e) || (e.target instanceof HTMLElement && e.target.tagName === 'BUTTON')) return;
		if (e.key !== ' ' || phase !== 'live') return;
		e.preventDefault();
		freeze();
	}
	onDestroy(() => stop('off'));
	const SAY = {
		off: 'Not connected.',
		waiting: 'Waiting for the ruler…',
		live: 'Live. Touching, not pressing; press Freeze when it lies still.',
		silent: 'The ruler says nothing. Is it switched on, charged and in reach? It is listened for.',
		dead: 'The ruler’s battery is empty. What was kept stays; charge it and connect again, or trace on paper.'
	} as const;
</script>

<svelte:window onkeydown={key} />
<div class="bar">
	<label>Ruler’s address <input class="input" type="url" bind:value={address} /></label>
	{#if phase === 'off' || phase === 'dead'}<button type="button" class="btn" onclick={connect}>Connect</button>
	{:else}<button type="button" class="btn" onclick={() => stop('off')}>Disconnect</button>{/if}
</div>
<p role="status" class:alarm={phase === 'silent' || phase === 'dead'}>{frozen ? 'Frozen.' : SAY[phase]}</p>
{#if problem}<p class="alarm" role="alert">{problem}</p>{/if}
{#if shown}
	<OutlineView now={shown} {before} {others} />
	<p class="quiet">
		battery {Math.round(latest?.batteryPercent ?? 0)}%{dropped > 0 ? `, ${dropped} frames lost` : ''}
		{#if latest && latest.batteryPercent < LOW_PERCENT}<b class="alarm">nearly empty</b>{/if}
	</p>
	<div class="bar">
		<button type="button" class="btn big" aria-pressed={frozen !== undefined} onclick={freeze}
			>{frozen ? 'Go on' : 'Freeze'}</button
		>
		{#if frozen}<button type="button" class="btn btn-primary big" onclick={keep}>{keepWord}</button>{/if}
	</div>
{:else if phase === 'off'}
	<p class="quiet">
		A ruler that measures its own bend, laid over the back, is read live here. How one speaks is told in docs/ruler.md;
		<code>npm run standins</code> starts a made-up one.
	</p>
{/if}

<style>
	.bar {
		display: flex;
		flex-wrap: wrap;
		gap: 0.5rem 1rem;
		align-items: end;
	}
	.bar label {
		font-weight: 600;
		display: grid;
		flex: 1 1 16rem;
	}
	.big {
		min-height: 3.5rem;
		min-width: 9rem;
	}
	.alarm {
		color: var(--zt-alarm);
		font-weight: 600;
	}
</style>
