import { createRequire } from 'node:module';
import { whenReady, type OpenCv } from './openCv';

let ready: Promise<{ cv: OpenCv }> | undefined;

/** OpenCV in Node, about 11 MB, loaded when it is first asked for. Required, not imported: an import would wait for it as a promise. */
export function openCv(): Promise<{ cv: OpenCv }> {
  ready ??= whenReady(createRequire(import.meta.url)('@techstark/opencv-js') as OpenCv);
  return ready;
}
