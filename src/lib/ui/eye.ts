import { PerspectiveCamera, Scene, WebGLRenderer } from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';

/**
 * A three-dimensional scene in an element, looked at through a camera that mouse and touch turn. It is drawn once after
 * each change: nothing moves by itself, so nothing is drawn in between.
 */
export class Eye {
	readonly scene = new Scene();
	readonly camera: PerspectiveCamera;
	renderer: WebGLRenderer | undefined;
	controls: OrbitControls | undefined;
	private waiting = false;

	/**
	 * @param before called before each picture, for what goes by the camera
	 * @param after called after it, for what stands on top of it
	 */
	constructor(
		angle: number,
		[near, far]: [number, number],
		private readonly before: (renderer: WebGLRenderer) => void,
		private readonly after: () => void = () => {}
	) {
		this.camera = new PerspectiveCamera(angle, 1, near, far);
	}

	/** Starts drawing into an element; false where the browser cannot draw in three dimensions. */
	open(host: HTMLElement): boolean {
		try {
			this.renderer = new WebGLRenderer({ antialias: true, alpha: true });
		} catch {
			return false;
		}
		this.renderer.setPixelRatio(Math.min(2, devicePixelRatio));
		host.prepend(this.renderer.domElement);
		this.controls = new OrbitControls(this.camera, this.renderer.domElement);
		this.controls.addEventListener('change', () => this.draw());
		return true;
	}

	resize(width: number, height: number): void {
		this.renderer?.setSize(width, height);
		this.camera.aspect = width / Math.max(1, height);
		this.camera.updateProjectionMatrix();
		this.draw();
	}

	/** Draws once, soon. */
	draw(): void {
		if (this.waiting) return;
		this.waiting = true;
		requestAnimationFrame(() => {
			this.waiting = false;
			if (!this.renderer) return;
			this.before(this.renderer);
			this.renderer.render(this.scene, this.camera);
			this.after();
		});
	}

	close(): void {
		this.controls?.dispose();
		this.renderer?.dispose();
		this.renderer = undefined;
	}
}
