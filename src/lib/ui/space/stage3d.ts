import { AmbientLight, DirectionalLight, PerspectiveCamera, Scene, WebGLRenderer } from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';

/** A scene that stands in a canvas, is turned by dragging, and is drawn only when it changes. */
export interface Stage3d {
	readonly camera: PerspectiveCamera;
	readonly controls: OrbitControls;
	render(): void;
	close(): void;
}

export interface StageLight {
	readonly fovDeg: number;
	/** Light from everywhere, and from a sun at a place. */
	readonly ambient: number;
	readonly sun: number;
	readonly sunAt: readonly [x: number, y: number, z: number];
}

const NEAR_MM = 10;
const FAR_MM = 6000;
const MOST_PIXEL_RATIO = 2;

/** Undefined where the browser draws nothing in three dimensions. */
export function openStage(canvas: HTMLCanvasElement, scene: Scene, light: StageLight): Stage3d | undefined {
	let renderer: WebGLRenderer;
	try {
		renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true });
	} catch {
		return undefined;
	}
	const camera = new PerspectiveCamera(light.fovDeg, 1.6, NEAR_MM, FAR_MM);
	const controls = new OrbitControls(camera, canvas);
	const sun = new DirectionalLight(0xffffff, light.sun);
	sun.position.set(...light.sunAt);
	scene.add(new AmbientLight(0xffffff, light.ambient), sun);
	const render = (): void => renderer.render(scene, camera);
	const fit = (): void => {
		const { clientWidth, clientHeight } = canvas;
		renderer.setPixelRatio(Math.min(MOST_PIXEL_RATIO, devicePixelRatio));
		renderer.setSize(clientWidth, clientHeight, false);
		camera.aspect = clientWidth / Math.max(1, clientHeight);
		camera.updateProjectionMatrix();
		render();
	};
	controls.addEventListener('change', render);
	const watch = new ResizeObserver(fit);
	watch.observe(canvas);
	return {
		camera,
		controls,
		render,
		close: () => {
			watch.disconnect();
			controls.dispose();
			renderer.dispose();
		}
	};
}
