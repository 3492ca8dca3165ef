import type { Found } from '../../core/photogrammetry/scene';
import type { Mat, OpenCv } from './openCv';
import { refineCorners } from './refine';

/** A picture in shades of grey: a byte a pixel, rows from above. */
export type Grey = { width: number; height: number; levels: Uint8Array };

/**
 * The cards in a picture (dictionary AprilTag 36h11), corners to parts of a pixel, in the order upper left, upper right, lower
 * right, lower left as printed. A pixel's middle has whole numbers.
 */
export function findCards(cv: OpenCv, grey: Grey): Found[] {
  const { width, height, levels } = grey;
  const made: { delete: () => void }[] = [];
  const own = <T extends { delete: () => void }>(one: T): T => {
    made.push(one);
    return one;
  };
  try {
    const image = own(new cv.Mat(height, width, cv.CV_8UC1));
    image.data.set(levels);
    const dictionary = own(cv.getPredefinedDictionary(cv.DICT_APRILTAG_36h11));
    const parameters = own(new cv.aruco_DetectorParameters());
    parameters.cornerRefinementMethod = cv.CORNER_REFINE_SUBPIX;
    const detector = own(
      new cv.aruco_ArucoDetector(dictionary, parameters, own(new cv.aruco_RefineParameters(10, 3, true))),
    );
    const corners = own(new cv.MatVector());
    const ids = own(new cv.Mat());
    const rejected = own(new cv.MatVector());
    detector.detectMarkers(image, corners, ids, rejected);
    return Array.from({ length: corners.size() }, (_, i) => {
      const four: Mat = corners.get(i);
      const corner = [...four.data32F.subarray(0, 8)];
      const found = { id: ids.data32S[i] ?? -1, corners: refineCorners(grey, corner) };
      four.delete();
      return found;
    });
  } finally {
    for (const one of made.reverse()) one.delete();
  }
}
