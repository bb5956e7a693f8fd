import { Document, Logger, WebIO } from '@gltf-transform/core';
import { KHRDracoMeshCompression } from '@gltf-transform/extensions';
import { createEncoderModule } from 'draco3dgltf';

/** A GLB with a cube of 1 m, compressed by Draco's own coder. */
export async function dracoGlb(): Promise<Uint8Array> {
  const document = new Document().setLogger(new Logger(Logger.Verbosity.SILENT));
  const buffer = document.createBuffer();
  const corners = Float32Array.from({ length: 24 }, (_, i) => (Math.floor(i / 3) >> (i % 3)) & 1);
  const faces = [0, 2, 1, 1, 2, 3, 4, 5, 6, 5, 7, 6, 0, 1, 4, 1, 5, 4, 2, 6, 3, 3, 6, 7, 0, 4, 2, 2, 4, 6, 1, 3, 5, 3, 7, 5];
  const cube = document
    .createPrimitive()
    .setAttribute('POSITION', document.createAccessor().setType('VEC3').setArray(corners).setBuffer(buffer))
    .setIndices(document.createAccessor().setType('SCALAR').setArray(Uint16Array.from(faces)).setBuffer(buffer));
  document.createScene().addChild(document.createNode('Cube').setMesh(document.createMesh().addPrimitive(cube)));
  document.createExtension(KHRDracoMeshCompression).setRequired(true);
  const io = new WebIO().registerExtensions([KHRDracoMeshCompression]);
  return io.registerDependencies({ 'draco3d.encoder': await createEncoderModule() }).writeBinary(document);
}
