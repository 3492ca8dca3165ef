import cv from '@techstark/opencv-js';
import type { OpenCv } from './openCv';

/**
 * The module in something that is not thenable, for who asks for it when it is needed (`import()`): its own namespace has a
 * `then` that never settles.
 */
export const held: { cv: OpenCv } = { cv: cv as unknown as OpenCv };
