<script lang="ts">
	import { onMount } from 'svelte';
	import {
		BufferAttribute,
		BufferGeometry,
		DoubleSide,
		Line,
		LineBasicMaterial,
		Mesh,
		MeshLambertMaterial,
		Raycaster,
		Scene,
		Vector2,
		Vector3
	} from 'three';
	import type { LongLine, Place, Section } from '$core/scan/index.js';
	import { openStage } from './stage3d.js';

	interface Props {
		/** Triangles, mm: x to the off side, y up, z to the rear. */
		shown: Float32Array;
		sections: readonly Section[];
		longLines: readonly LongLine[];
		/** A tap on the back. */
		onplace: (place: Place) => void;
		label?: string | undefined;
	}
	const {
		shown,
		sections,
		longLines,
		onplace,
		label = 'The scan. Drag to turn it; tap the back to set the chosen mark.'
	}: Props = $props();

	let canvas: HTMLCanvasElement | undefined = $state();
	let failed = $state(false);
	let draw: (() => void) | undefined = $state.raw();
	const scene = new Scene();
	let back: Mesh | undefined;
	let lines: Line[] = [];
	/** A tap, not the end of a turn. */
	const STILL_PX = 5;
	const WIDE = 1.9;

	function setBack(corners: Float32Array) {
		if (back) {
			scene.remove(back);
			back.geometry.dispose();
		}
		const geometry = new BufferGeometry();
		geometry.setAttribute('position', new BufferAttribute(corners, 3));
		geometry.computeVertexNormals();
		back = new Mesh(geometry, new MeshLambertMaterial({ color: 0xc9b190, side: DoubleSide, flatShading: true }));
		scene.add(back);
	}
	function lineOf(points: readonly Place[], color: number): Line {
		const geometry = new BufferGeometry().setFromPoints(points.map((p) => new Vector3(p[0], p[1] + 1.5, p[2])));
		return new Line(geometry, new LineBasicMaterial({ color }));
	}
	function setLines(cuts: readonly Section[], long: readonly LongLine[]) {
		for (const l of lines) {
			scene.remove(l);
			l.geometry.dispose();
		}
		const across = cuts.map((c) =>
			lineOf(
				Array.from(c.xMm, (x, i) => [x + c.apexAt[0], (c.yMm[i] as number) + c.apexAt[1], c.sMm] as const),
				0x8a1f2b
			)
		);
		const along = long.map((l) =>
			lineOf(
				Array.from(l.zMm, (z, i) => [l.xMm, l.yMm[i] as number, z] as const),
				0x1f3a4d
			)
		);
		lines = [...across, ...along];
		scene.add(...lines);
	}

	onMount(() => {
		if (!canvas) return;
		const stage = openStage(canvas, scene, { fovDeg: 35, ambient: 1.2, sun: 2, sunAt: [-400, 700, -300] });
		if (!stage) {
			failed = true;
			return;
		}
		const { camera, controls, render } = stage;
		setBack(shown);
		back?.geometry.computeBoundingBox();
		const box = back?.geometry.boundingBox;
		const middle = box?.getCenter(new Vector3()) ?? new Vector3();
		// A narrow frame is looked at from further off, so that all of it is seen.
		const narrow = Math.max(1, WIDE / (canvas.clientWidth / Math.max(1, canvas.clientHeight)));
		const size = narrow * (box?.getSize(new Vector3()).length() ?? 800);
		controls.target.copy(middle);
		camera.position.set(middle.x - size * 0.7, middle.y + size * 0.9, middle.z - size * 0.5);
		controls.update();
		let from = [0, 0] as [number, number];
		const down = (e: PointerEvent) => (from = [e.clientX, e.clientY]);
		const up = (e: PointerEvent) => {
			if (!canvas || !back || Math.hypot(e.clientX - from[0], e.clientY - from[1]) > STILL_PX) return;
			const frame = canvas.getBoundingClientRect();
			const at = new Vector2(
				((e.clientX - frame.left) / frame.width) * 2 - 1,
				1 - ((e.clientY - frame.top) / frame.height) * 2
			);
			const ray = new Raycaster();
			ray.setFromCamera(at, camera);
			const hit = ray.intersectObject(back)[0];
			if (hit) onplace([hit.point.x, hit.point.y, hit.point.z]);
		};
		canvas.addEventListener('pointerdown', down);
		canvas.addEventListener('pointerup', up);
		draw = render;
		return stage.close;
	});
	$effect(() => {
		setBack(shown);
		draw?.();
	});
	$effect(() => {
		setLines(sections, longLines);
		draw?.();
	});
</script>

{#if failed}
	<p class="quiet">This browser draws nothing in three dimensions; the side view below serves for the cuts.</p>
{:else}
	<canvas bind:this={canvas} aria-label={label}></canvas>
{/if}

<style>
	canvas {
		display: block;
		width: 100%;
		height: 22rem;
		background: var(--zt-hide-2);
		border: 1px solid var(--zt-line);
		border-radius: 0.5rem;
		touch-action: none;
		cursor: crosshair;
	}
</style>
