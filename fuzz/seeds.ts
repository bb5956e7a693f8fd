import { Document, WebIO } from '@gltf-transform/core';
import { strToU8, zipSync } from 'fflate';
import { readFileSync } from 'node:fs';
import { dracoGlb } from './draco-glb';
import { block, ifcText } from '../core/testing/ifc-text';

const text = (s: string) => strToU8(s);
const CORNERS = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [i & 1, (i >> 1) & 1, i >> 2]);
const FACES = '0 2 1,1 2 3,4 5 6,5 7 6,0 1 4,1 5 4,2 6 3,3 6 7,0 4 2,2 4 6,1 3 5,3 7 5'.split(',').map((f) => f.split(' ').map(Number));

const plyHead = (format: string) =>
  `ply\nformat ${format} 1.0\ncomment a cube\nelement vertex 8\nproperty float x\nproperty float y\nproperty float z\nproperty uchar red\nelement face 12\nproperty list uchar int vertex_indices\nend_header\n`;

function plyBinary(): Uint8Array {
  const head = text(plyHead('binary_little_endian'));
  const out = new DataView(new ArrayBuffer(head.length + 8 * 13 + 12 * 13));
  new Uint8Array(out.buffer).set(head);
  let at = head.length;
  for (const c of CORNERS) {
    c.forEach((x, k) => out.setFloat32(at + k * 4, x, true));
    at += 13;
  }
  for (const f of FACES) {
    out.setUint8(at, 3);
    f.forEach((v, k) => out.setInt32(at + 1 + k * 4, v, true));
    at += 13;
  }
  return new Uint8Array(out.buffer);
}

async function glb(): Promise<Uint8Array> {
  const document = new Document();
  const buffer = document.createBuffer();
  const position = document.createAccessor().setType('VEC3').setArray(Float32Array.from(CORNERS.flat())).setBuffer(buffer);
  const indices = document.createAccessor().setType('SCALAR').setArray(Uint16Array.from(FACES.flat())).setBuffer(buffer);
  const primitive = document
    .createPrimitive()
    .setAttribute('POSITION', position)
    .setIndices(indices)
    .setMaterial(document.createMaterial('oak'));
  const mesh = document.createMesh('cube').addPrimitive(primitive);
  const parent = document.createNode('parent').addChild(document.createNode('child').setMesh(mesh).setTranslation([1, 2, 3]));
  document.createScene().addChild(parent);
  return new WebIO().writeBinary(document);
}

const threeMf = () =>
  zipSync({
    '3D/3dmodel.model': text(
      `<?xml version="1.0"?><model unit="inch"><resources><basematerials id="5"><base name="Oak" displaycolor="#aa7744"/></basematerials><object id="1" name="Block" pid="5" pindex="0"><mesh><vertices>${CORNERS.map(([x, y, z]) => `<vertex x="${x}" y="${y}" z="${z}"/>`).join('')}</vertices><triangles>${FACES.map(([a, b, c]) => `<triangle v1="${a}" v2="${b}" v3="${c}"/>`).join('')}</triangles></mesh></object><object id="2"><components><component objectid="1" transform="0 1 0 -1 0 0 0 0 1 100 0 0"/></components></object></resources><build><item objectid="2"/></build></model>`,
    ),
  });

const beam = `#100=IFCBEAM('000000000000000000100',#2,'B',$,$,#15,#101,'M1',.BEAM.);
#101=IFCPRODUCTDEFINITIONSHAPE($,$,(#102));
#102=IFCSHAPEREPRESENTATION(#10,'Body','SweptSolid',(#103));
#103=IFCEXTRUDEDAREASOLID(#110,#11,#108,1000.);
#108=IFCDIRECTION((0.,0.,1.));
#110=IFCISHAPEPROFILEDEF(.AREA.,'HEA200',$,200.,190.,6.5,10.,18.,$,$);
#130=IFCWALL('000000000000000000130',#2,'W',$,$,#15,#131,$,.SOLIDWALL.);
${block(130, 3000, 300, 2500)}#190=IFCPROPERTYSET('000000000000000000190',#2,'Pset_Wall',$,(#191));
#191=IFCPROPERTYSINGLEVALUE('IsExternal',$,IFCBOOLEAN(.T.),$);
#192=IFCRELDEFINESBYPROPERTIES('000000000000000000192',#2,$,$,(#130),#190);
#193=IFCRELASSOCIATESMATERIAL('000000000000000000193',#2,$,$,(#130),#194);
#194=IFCMATERIALLAYERSETUSAGE(#195,.AXIS2.,.POSITIVE.,0.,$);
#195=IFCMATERIALLAYERSET((#196,#197),'Wall',$);
#196=IFCMATERIALLAYER(#198,100.,$,$,$,$,$);
#197=IFCMATERIALLAYER(#199,200.,$,$,$,$,$);
#198=IFCMATERIAL('Brick',$,$);
#199=IFCMATERIAL('Block',$,$);
`;

const rectangle = (layer: string, x: number, y: number, w: number, h: number) =>
  `0\nLWPOLYLINE\n8\n${layer}\n90\n4\n70\n1\n10\n${x}\n20\n${y}\n42\n0.3\n10\n${x + w}\n20\n${y}\n10\n${x + w}\n20\n${y + h}\n10\n${x}\n20\n${y + h}\n`;
const planDxf = `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${rectangle('WALLS', 0, 0, 9000, 8000)}${rectangle('WALLS', 300, 300, 8400, 7400)}${rectangle('DOORS', 2000, -50, 900, 400)}0\nCIRCLE\n8\nCOLUMNS\n10\n3000\n20\n4000\n40\n200\n0\nLINE\n8\nA\n10\n0\n20\n0\n11\n4000\n21\n0\n0\nLINE\n8\nA\n10\n0\n20\n120\n11\n4000\n21\n120\n0\nENDSEC\n0\nEOF\n`;
/** A plan of blocks, in one another, in rows, turned, seen from behind. */
const blockDxf = `0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n8\n0\n2\nPost\n10\n500\n20\n0\n${rectangle('0', 0, 0, 1000, 1000)}0\nENDBLK\n0\nBLOCK\n8\n0\n2\nPair\n10\n0\n20\n0\n0\nINSERT\n8\n0\n2\nPost\n10\n0\n20\n0\n0\nINSERT\n8\nCOLUMNS\n2\nPost\n10\n5000\n20\n0\n50\n30\n0\nENDBLK\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nINSERT\n8\nCOLUMNS\n2\nPair\n10\n0\n20\n0\n41\n2\n42\n1\n50\n90\n70\n3\n71\n2\n44\n9000\n45\n4000\n0\nINSERT\n8\nWALLS\n2\nPost\n10\n70000\n20\n0\n230\n-1\n${rectangle('WALLS', 0, 0, 9000, 8000)}0\nENDSEC\n0\nEOF\n`;

/** Good files to damage, by format: small, so that thousands can be read. */
export async function seeds(): Promise<Record<string, readonly (readonly [string, Uint8Array])[]>> {
  const obj = text(
    `mtllib a.mtl\no cube\nusemtl oak\n${CORNERS.map((c) => `v ${c.join(' ')}`).join('\n')}\n${FACES.map((f) => `f ${f.map((i) => `${i + 1}//1`).join(' ')}`).join('\n')}\ng face\nusemtl ash\nf 1 2 4 3\nf -1 -2 -3\n`,
  );
  const stlText = text(
    `solid cube\n${FACES.map((f) => ` facet normal 0 0 1\n  outer loop\n${f.map((i) => `   vertex ${CORNERS[i]!.join(' ')}\n`).join('')}  endloop\n endfacet\n`).join('')}endsolid cube\n`,
  );
  return {
    ifc: [['a.ifc', text(ifcText(beam, { contained: [100, 130] }))]],
    obj: [['a.obj', obj]],
    stl: [
      ['a.stl', stlText],
      ['a.stl', new Uint8Array(readFileSync('node_modules/stl/test/binary/cube.stl'))],
    ],
    ply: [
      [
        'a.ply',
        text(
          `${plyHead('ascii')}${CORNERS.map((c) => `${c.join(' ')} 9`).join('\n')}\n${FACES.map((f) => `3 ${f.join(' ')}`).join('\n')}\n`,
        ),
      ],
      ['a.ply', plyBinary()],
    ],
    glb: [
      ['a.glb', await glb()],
      ['a.glb', await dracoGlb()],
    ],
    gltf: [
      [
        'a.gltf',
        text(
          '{"asset":{"version":"2.0"},"scene":0,"scenes":[{"nodes":[0]}],"nodes":[{"mesh":0,"children":[1]},{"mesh":0,"matrix":[1,0,0,0,0,1,0,0,0,0,1,0,2,0,0,1]}],"meshes":[{"primitives":[{"attributes":{"POSITION":0},"indices":1}]}],"buffers":[{"byteLength":42,"uri":"data:application/octet-stream;base64,AAAAAAAAAAAAAAAAAACAPwAAAAAAAAAAAAAAAAAAgD8AAAAAAAABAAIA"}],"bufferViews":[{"buffer":0,"byteOffset":0,"byteLength":36},{"buffer":0,"byteOffset":36,"byteLength":6}],"accessors":[{"bufferView":0,"componentType":5126,"count":3,"type":"VEC3"},{"bufferView":1,"componentType":5123,"count":3,"type":"SCALAR"}]}',
        ),
      ],
    ],
    '3mf': [['a.3mf', threeMf()]],
    zip: [['a.zip', zipSync({ 'a/cube.obj': obj, 'a/a.mtl': text('newmtl oak\nKd 1 0.5 0\n') })]],
    dxf: [
      ['a.dxf', text(planDxf)],
      ['blocks.dxf', text(blockDxf)],
    ],
    step: [['a.step', new Uint8Array(readFileSync('node_modules/occt-import-js/test/testfiles/cube-units/cube-mm.step'))]],
  };
}
