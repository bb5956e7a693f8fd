import { useEffect, useRef, useState } from 'react';
import {
  BufferAttribute,
  BufferGeometry,
  Color,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  OrthographicCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { ModelInfo } from '../data/database';
import { pool } from '../workers/pool';
import type { ViewMesh } from '../workers/view-mesh';

interface Props {
  readonly model: ModelInfo;
  /** Which elements are shown; null for all. The same function as long as it picks the same. */
  readonly fits: ((element: number) => boolean) | null;
}

/** A plain view of the model: flat tones by the face's direction and ink edges, turned by hand. Draws only when something moves. */
export default function View3d({ model, fits }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const [mesh, setMesh] = useState<ViewMesh | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const stage = useRef<{ show: (mesh: ViewMesh, fits: ((element: number) => boolean) | null) => void } | null>(null);

  useEffect(() => {
    let isOpen = true;
    pool.live
      .run((engine) => engine.viewMesh(model.id))
      .then(
        (m) => isOpen && setMesh(m),
        (error: Error) => isOpen && setFault(error.message),
      );
    return () => {
      isOpen = false;
    };
  }, [model.id]);

  useEffect(() => {
    const element = host.current!;
    let renderer: WebGLRenderer;
    try {
      renderer = new WebGLRenderer({ antialias: true });
    } catch {
      const tell = setTimeout(() => setFault('This browser offers no 3D drawing (WebGL); the list and the Bench work without it.'));
      return () => clearTimeout(tell);
    }
    renderer.setPixelRatio(window.devicePixelRatio);
    renderer.setClearColor(new Color('#FFFEFB'));
    element.append(renderer.domElement);
    renderer.domElement.setAttribute('aria-label', 'The model in 3D; drag to turn, wheel to zoom');
    const scene = new Scene();
    const camera = new OrthographicCamera();
    camera.up.set(0, 0, 1);
    const [x0, y0, z0, x1, y1, z1] = model.bounds;
    const [ox, oy, oz] = model.origin;
    const middle = new Vector3((x0 + x1) / 2 - ox, (y0 + y1) / 2 - oy, (z0 + z1) / 2 - oz);
    const radius = Math.hypot(x1 - x0, y1 - y0, z1 - z0) / 2 || 1;
    camera.position.copy(middle).add(new Vector3(0.9, -1.35, 0.85).normalize().multiplyScalar(radius * 4));
    camera.near = 0;
    camera.far = radius * 8;
    const controls = new OrbitControls(camera, renderer.domElement);
    controls.target.copy(middle);
    let asked = false;
    const render = () => {
      if (asked) return;
      asked = true;
      requestAnimationFrame(() => {
        asked = false;
        renderer.render(scene, camera);
      });
    };
    const resize = () => {
      const { clientWidth: w, clientHeight: h } = element;
      if (!w || !h) return;
      renderer.setSize(w, h);
      const half = radius * 0.72;
      camera.left = (-half * w) / h;
      camera.right = (half * w) / h;
      camera.top = half;
      camera.bottom = -half;
      camera.updateProjectionMatrix();
      render();
    };
    const observer = new ResizeObserver(resize);
    observer.observe(element);
    controls.addEventListener('change', render);
    controls.update();
    stage.current = {
      show(data, only) {
        scene.clear();
        scene.add(...build(data, only));
        render();
      },
    };
    return () => {
      observer.disconnect();
      controls.dispose();
      scene.traverse((o) => (o as Mesh).geometry?.dispose());
      renderer.dispose();
      renderer.domElement.remove();
      stage.current = null;
    };
  }, [model]);

  useEffect(() => {
    if (mesh) stage.current?.show(mesh, fits);
  }, [mesh, fits, model]);

  return (
    <div ref={host} className="absolute inset-0 overflow-hidden">
      {!mesh && !fault && <p className="absolute p-3 text-graphite">Preparing the model…</p>}
      {fault && (
        <p role="alert" className="absolute m-3 border border-ink bg-sheet px-2 py-1">
          {fault}
        </p>
      )}
    </div>
  );
}

/** Faces with a tone for each direction, so that no light is needed; edges in ink. */
function build(data: ViewMesh, fits: ((element: number) => boolean) | null): [Mesh, LineSegments] {
  const { positions, colours, triangleElement, edges, edgeElement } = data;
  const out: number[] = [],
    tones: number[] = [];
  for (let t = 0; t < triangleElement.length; t++) {
    if (fits && !fits(triangleElement[t]!)) continue;
    const p = positions.subarray(t * 9, t * 9 + 9) as unknown as number[];
    const u = [p[3]! - p[0]!, p[4]! - p[1]!, p[5]! - p[2]!] as const,
      v = [p[6]! - p[0]!, p[7]! - p[1]!, p[8]! - p[2]!] as const;
    const n = [u[1] * v[2] - u[2] * v[1], u[2] * v[0] - u[0] * v[2], u[0] * v[1] - u[1] * v[0]] as const;
    const l = Math.hypot(...n) || 1;
    const light = 0.8 + 0.13 * (n[2] / l) - 0.07 * (n[1] / l) - 0.05 * (n[0] / l);
    for (let k = 0; k < 3; k++) {
      out.push(p[k * 3]!, p[k * 3 + 1]!, p[k * 3 + 2]!);
      // towards paper, so that the ink stays the strongest
      for (let c = 0; c < 3; c++) tones.push((0.45 * (colours[t * 12 + k * 4 + c]! / 255) + 0.55 * [0.97, 0.957, 0.925][c]!) * light);
    }
  }
  const faces = new BufferGeometry();
  faces.setAttribute('position', new BufferAttribute(Float32Array.from(out), 3));
  faces.setAttribute('color', new BufferAttribute(Float32Array.from(tones), 3));
  const lines: number[] = [];
  for (let e = 0; e < edgeElement.length; e++)
    if (!fits || fits(edgeElement[e]!)) for (let k = 0; k < 6; k++) lines.push(edges[e * 6 + k]!);
  const wires = new BufferGeometry();
  wires.setAttribute('position', new BufferAttribute(Float32Array.from(lines), 3));
  return [
    new Mesh(
      faces,
      new MeshBasicMaterial({ vertexColors: true, polygonOffset: true, polygonOffsetFactor: 1, polygonOffsetUnits: 1, side: 2 }),
    ),
    new LineSegments(wires, new LineBasicMaterial({ color: '#22292C' })),
  ];
}
