import {
  BufferAttribute,
  BufferGeometry,
  DataTexture,
  DepthTexture,
  DoubleSide,
  FloatType,
  GLSL3,
  Mesh,
  NearestFilter,
  OrthographicCamera,
  RawShaderMaterial,
  RedFormat,
  Scene,
  UnsignedByteType,
  Vector2,
  Vector3,
  WebGLRenderer,
  WebGLRenderTarget,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { ViewMesh } from '../data/view-mesh';
import { LINES_FRAGMENT, LINES_VERTEX, SEEN_FRAGMENT, SEEN_VERTEX } from './paper-shaders';

/** What an element is in the view; added up. */
export const State = { hidden: 1, picked: 2 } as const;
/** Elements in one row of the table of states. */
const ROW = 1024;
/** When the hand has rested this long, the picture is drawn once more, twice as fine. */
const REST = 220;
/** Triangles of a picture that moves: at first, at least; and the time it may take, milliseconds. */
const MOVING = 150_000;
const FEWEST = 30_000;
const QUICK = 34;
/** A gap between two pictures is a pause when it is longer, milliseconds; while the hand moves it is a slow picture, up to this. */
const PAUSE = 400;
const LONGEST = 5000;
/** A whole picture that took longer than this is not drawn twice as fine, milliseconds. */
const DEAR = 150;
/** Boxes of models that differ by less than this part of their size are the same. */
const SAME = 0.02;

/** From where the model is seen: degrees round from the model's Y axis, clockwise, and up. */
export interface Stand {
  readonly round: number;
  readonly up: number;
}

/**
 * The model on paper: tones by the way a face looks, ink where elements and faces end. Two passes over the picture; there are no
 * line shapes, so a million triangles are no more than that. Draws only when something has changed.
 */
export class PaperView {
  readonly element: HTMLCanvasElement;
  /** Told once, when the next whole picture is there. */
  onWhole: (() => void) | null = null;
  private readonly renderer: WebGLRenderer;
  private readonly camera = new OrthographicCamera();
  private readonly controls: OrbitControls;
  private readonly scene = new Scene();
  private readonly paper = new Scene();
  private readonly seen: RawShaderMaterial;
  private readonly lines: RawShaderMaterial;
  private readonly watchers = new Set<() => void>();
  private target: WebGLRenderTarget;
  private states = new DataTexture(new Uint8Array(ROW), ROW, 1, RedFormat, UnsignedByteType);
  private mesh: Mesh | null = null;
  private middle = new Vector3();
  private radius = 1;
  /** Half the height of the picture at a zoom of 1, metres. */
  private half = 1;
  private size = new Vector2(1, 1);
  /** Whether the picture holds the whole model and has not been moved by hand since. */
  private isFitted = false;
  /** Whether a hand turns or moves the model right now. */
  private isHeld = false;
  private frame = 0;
  private rest = 0;
  /** The next frame of a picture that comes piece by piece. */
  private growing = 0;
  /** Triangles of a moving picture, when the last one was drawn, and how long a whole one takes. */
  private budget = MOVING;
  private last = 0;
  private whole = 0;

  constructor() {
    this.renderer = new WebGLRenderer({ antialias: false });
    this.element = this.renderer.domElement;
    this.renderer.setPixelRatio(1);
    this.renderer.autoClear = false;
    this.camera.up.set(0, 0, 1);
    this.controls = new OrbitControls(this.camera, this.element);
    this.controls.zoomToCursor = true;
    this.controls.addEventListener('change', () => this.redraw());
    this.controls.addEventListener('start', () => {
      this.isFitted = false;
      this.isHeld = true;
    });
    this.controls.addEventListener('end', () => {
      this.isHeld = false;
      this.wait();
    });
    this.target = makeTarget();
    this.seen = new RawShaderMaterial({
      glslVersion: GLSL3,
      vertexShader: SEEN_VERTEX,
      fragmentShader: SEEN_FRAGMENT,
      side: DoubleSide,
      uniforms: { states: { value: this.states }, above: { value: new Vector3(0, 0, 1) } },
    });
    this.lines = new RawShaderMaterial({
      glslVersion: GLSL3,
      vertexShader: LINES_VERTEX,
      fragmentShader: LINES_FRAGMENT,
      depthTest: false,
      depthWrite: false,
      uniforms: {
        shade: { value: null },
        which: { value: null },
        facing: { value: null },
        depth: { value: null },
        states: { value: this.states },
        texel: { value: new Vector2() },
        pixel: { value: 1 },
        range: { value: 1 },
        reach: { value: 1 },
      },
    });
    const sheet = new BufferGeometry();
    sheet.setAttribute('position', new BufferAttribute(Float32Array.of(-1, -1, 0, 3, -1, 0, -1, 3, 0), 3));
    const cover = new Mesh(sheet, this.lines);
    cover.frustumCulled = false;
    this.paper.add(cover);
  }

  /** Shows a model within a box (its corners in the mesh's coordinates), seen at first from `round`. */
  show({ positions, indices, element, colours }: ViewMesh, box: readonly number[], round: number): void {
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', new BufferAttribute(positions, 3));
    geometry.setAttribute('element', new BufferAttribute(element, 1));
    geometry.setAttribute('colour', new BufferAttribute(colours, 4, true));
    geometry.setIndex(new BufferAttribute(indices, 1));
    const before = this.mesh ? this.radius : 0;
    const stood = this.middle.clone();
    this.mesh?.geometry.dispose();
    this.scene.clear();
    this.mesh = new Mesh(geometry, this.seen);
    // a model this large is not tried at the double fineness first
    this.whole = indices.length / 3 > 4 * MOVING ? DEAR + 1 : 0;
    if (this.whole) this.budget = 2 * FEWEST;
    this.mesh.frustumCulled = false;
    this.scene.add(this.mesh);
    const [x0, y0, z0, x1, y1, z1] = box as [number, number, number, number, number, number];
    this.middle.set((x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2);
    this.radius = Math.hypot(x1 - x0, y1 - y0, z1 - z0) / 2 || 1;
    this.camera.near = 0;
    this.camera.far = this.radius * 8;
    // what was set right about an element does not move the eye; a model of another size is looked at anew
    if (before > 0 && Math.abs(this.radius / before - 1) < SAME && this.middle.distanceTo(stood) < SAME * before) return this.redraw();
    this.controls.target.copy(this.middle);
    this.stand({ round, up: 27 });
    this.frameBox();
  }

  /** Sets the state of each element. */
  setStates(states: Uint8Array): void {
    const rows = Math.max(1, Math.ceil(states.length / ROW));
    const data = new Uint8Array(rows * ROW);
    data.set(states);
    this.states.dispose();
    this.states = new DataTexture(data, ROW, rows, RedFormat, UnsignedByteType);
    this.states.needsUpdate = true;
    this.seen.uniforms['states']!.value = this.states;
    this.lines.uniforms['states']!.value = this.states;
    this.redraw();
  }

  /** Looks at the whole from somewhere. */
  stand({ round, up }: Stand): void {
    const [a, b] = [(round * Math.PI) / 180, (Math.min(89.9, Math.max(-89.9, up)) * Math.PI) / 180];
    const away = new Vector3(Math.sin(a) * Math.cos(b), Math.cos(a) * Math.cos(b), Math.sin(b));
    this.camera.position.copy(this.controls.target).addScaledVector(away, this.radius * 4);
    this.controls.update();
    this.redraw();
  }

  standing(): Stand {
    const d = this.camera.position.clone().sub(this.controls.target).normalize();
    return { round: ((Math.atan2(d.x, d.y) * 180) / Math.PI + 360) % 360, up: (Math.asin(d.z) * 180) / Math.PI };
  }

  /** The whole model, or a box of it, in the middle of the picture. */
  frameBox(box?: readonly number[]): void {
    const stand = this.standing();
    this.controls.target.copy(this.middle);
    this.camera.zoom = 1;
    this.stand(stand);
    this.fit();
    this.isFitted = !box;
    if (box) {
      const [x0, y0, z0, x1, y1, z1] = box as [number, number, number, number, number, number];
      this.controls.target.set((x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2);
      this.camera.zoom = Math.min(40, Math.max(1, (2 * this.half) / (Math.hypot(x1 - x0, y1 - y0, z1 - z0) * 2.5 || 1)));
    }
    this.camera.updateProjectionMatrix();
    this.stand(stand);
  }

  /** Sets target and scale so that the picture holds the whole model as it is seen now, with a margin. */
  private fit(): void {
    const { camera } = this;
    camera.updateMatrixWorld();
    const corners = this.mesh?.geometry.getAttribute('position');
    if (!corners) return;
    const { array } = corners;
    const m = camera.matrixWorldInverse.elements;
    let [u0, v0, u1, v1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < array.length; i += 3) {
      const [x, y, z] = [array[i]!, array[i + 1]!, array[i + 2]!];
      const u = m[0]! * x + m[4]! * y + m[8]! * z + m[12]!;
      const v = m[1]! * x + m[5]! * y + m[9]! * z + m[13]!;
      [u0, v0, u1, v1] = [Math.min(u0, u), Math.min(v0, v), Math.max(u1, u), Math.max(v1, v)];
    }
    const aspect = this.size.x / this.size.y;
    this.half = Math.max((v1 - v0) / 2, (u1 - u0) / 2 / aspect, 1e-3) * 1.08;
    const shift = new Vector3((u0 + u1) / 2, (v0 + v1) / 2, 0).transformDirection(camera.matrixWorld);
    shift.multiplyScalar(Math.hypot((u0 + u1) / 2, (v0 + v1) / 2));
    this.controls.target.add(shift);
    camera.position.add(shift);
  }

  resize(width: number, height: number): void {
    if (!width || !height) return;
    const isFirst = this.size.x === 1;
    this.size.set(width, height);
    if (isFirst || this.isFitted) this.frameBox();
    this.renderer.setSize(width, height);
    // a canvas of another size is empty: it is filled before it is seen
    this.draw(window.devicePixelRatio, this.budget);
    this.redraw();
  }

  /** Is told whenever the picture has moved. */
  watch(watcher: () => void): () => void {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  }

  /** Where a place of the mesh's coordinates lies in the picture, pixels from its upper left. */
  place(x: number, y: number, z: number): [number, number] {
    const p = new Vector3(x, y, z).project(this.camera);
    return [((p.x + 1) / 2) * this.size.x, ((1 - p.y) / 2) * this.size.y];
  }

  /** The element at a pixel, -1 for none. */
  pick(x: number, y: number): number {
    const scale = this.target.width / this.size.x;
    const pixel = new Uint8Array(4);
    this.renderer.readRenderTargetPixels(
      this.target,
      Math.floor(x * scale),
      Math.floor((this.size.y - 1 - y) * scale),
      1,
      1,
      pixel,
      undefined,
      1,
    );
    return pixel[0]! + pixel[1]! * 256 + pixel[2]! * 65536 - 1;
  }

  /** A point on the ray of a pixel, in the mesh's coordinates. */
  pointOn(x: number, y: number): [number, number, number] {
    const p = new Vector3((x / this.size.x) * 2 - 1, 1 - (y / this.size.y) * 2, 0).unproject(this.camera);
    return [p.x, p.y, p.z];
  }

  /** The corner of the element at a pixel that lies nearest to it, in the mesh's coordinates; null where there is none. */
  corner(x: number, y: number): [number, number, number] | null {
    const element = this.pick(x, y);
    const geometry = this.mesh?.geometry;
    if (element < 0 || !geometry) return null;
    const [corners, of] = [geometry.getAttribute('position'), geometry.getAttribute('element')];
    const p = new Vector3();
    let [best, least] = [-1, Infinity];
    for (let i = 0; i < corners.count; i++) {
      if (of.getX(i) !== element) continue;
      p.fromBufferAttribute(corners, i).project(this.camera);
      const far = Math.hypot(((p.x + 1) / 2) * this.size.x - x, ((1 - p.y) / 2) * this.size.y - y);
      // of corners behind one another the nearest to the eye
      const score = far + (p.z + 1) * 0.5;
      if (score < least) [best, least] = [i, score];
    }
    return best < 0 ? null : [corners.getX(best), corners.getY(best), corners.getZ(best)];
  }

  /** Draws the picture anew: at once as much as there is time for, the largest first; all of it when the hand rests. */
  redraw(): void {
    if (this.frame) return;
    this.frame = requestAnimationFrame((now) => {
      this.frame = 0;
      const since = now - this.last;
      // between two pictures that nobody waited for lies a pause, not a slow picture
      if (since < (this.isHeld ? LONGEST : PAUSE) && (since > QUICK * 1.5 || since < QUICK))
        this.budget = Math.max(FEWEST, this.budget * Math.min(1.25, Math.max(0.2, QUICK / since)));
      this.budget = Math.min(this.budget, Math.max(MOVING, this.triangles));
      this.last = now;
      cancelAnimationFrame(this.growing);
      this.draw(window.devicePixelRatio, this.budget);
      for (const watcher of this.watchers) watcher();
      this.wait();
    });
  }

  /** The whole picture comes when the hand has let go and rested. */
  private wait(): void {
    clearTimeout(this.rest);
    if (!this.isHeld) this.rest = window.setTimeout(() => this.settle(), REST);
  }

  /** The whole picture; twice as fine where that takes no time, else piece by piece, so that the hand can always go on. */
  private settle(): void {
    if (this.whole > DEAR) return this.grow(0);
    const from = performance.now();
    this.draw(Math.max(2, window.devicePixelRatio), Infinity);
    this.renderer.getContext().finish();
    this.whole = performance.now() - from;
    this.tellWhole();
  }

  private tellWhole(): void {
    const told = this.onWhole;
    this.onWhole = null;
    told?.();
  }

  private grow(from: number): void {
    const step = Math.floor(Math.max(2 * FEWEST, this.budget));
    this.draw(window.devicePixelRatio, step, from);
    if (from + step < this.triangles) this.growing = requestAnimationFrame(() => this.grow(from + step));
    else this.tellWhole();
  }

  private get triangles(): number {
    return (this.mesh?.geometry.index?.count ?? 0) / 3;
  }

  /** Draws some triangles, from one on: over an empty sheet, or over what is there already. */
  private draw(scale: number, triangles: number, from = 0): void {
    this.mesh?.geometry.setDrawRange(from * 3, triangles === Infinity ? Infinity : Math.floor(triangles) * 3);
    const { x: width, y: height } = this.size;
    const { half } = this;
    const { camera } = this;
    camera.left = (-half * width) / height;
    camera.right = (half * width) / height;
    camera.top = half;
    camera.bottom = -half;
    camera.updateProjectionMatrix();
    const [w, h] = [Math.round(width * scale), Math.round(height * scale)];
    if (this.renderer.getPixelRatio() !== scale) {
      this.renderer.setPixelRatio(scale);
      this.renderer.setSize(width, height);
    }
    if (this.target.width !== w || this.target.height !== h) this.target.setSize(w, h);
    this.seen.uniforms['above']!.value = new Vector3(0, 0, 1).transformDirection(camera.matrixWorldInverse);
    this.renderer.setRenderTarget(this.target);
    this.renderer.setClearColor(0x000000, 0);
    if (from === 0) this.renderer.clear();
    this.renderer.render(this.scene, camera);
    const { uniforms } = this.lines;
    const [shade, which, facing] = this.target.textures;
    uniforms['shade']!.value = shade;
    uniforms['which']!.value = which;
    uniforms['facing']!.value = facing;
    uniforms['depth']!.value = this.target.depthTexture;
    (uniforms['texel']!.value as Vector2).set(1 / w, 1 / h);
    uniforms['pixel']!.value = (2 * half) / (h * camera.zoom);
    uniforms['reach']!.value = Math.max(1, 0.7 * scale);
    uniforms['range']!.value = camera.far - camera.near;
    this.renderer.setRenderTarget(null);
    this.renderer.render(this.paper, camera);
  }

  dispose(): void {
    cancelAnimationFrame(this.frame);
    cancelAnimationFrame(this.growing);
    clearTimeout(this.rest);
    this.controls.dispose();
    this.mesh?.geometry.dispose();
    this.target.dispose();
    this.seen.dispose();
    this.lines.dispose();
    this.renderer.dispose();
    this.element.remove();
  }
}

function makeTarget(): WebGLRenderTarget {
  return new WebGLRenderTarget(1, 1, {
    count: 3,
    minFilter: NearestFilter,
    magFilter: NearestFilter,
    depthTexture: new DepthTexture(1, 1, FloatType),
  });
}
