/** What of OpenCV finding cards needs: the module says more than its own types. */
export interface Mat {
  readonly rows: number;
  readonly cols: number;
  readonly data: Uint8Array;
  readonly data32F: Float32Array;
  readonly data32S: Int32Array;
  delete: () => void;
}
interface MatVector {
  size: () => number;
  get: (index: number) => Mat;
  delete: () => void;
}
interface DetectorParameters {
  cornerRefinementMethod: number;
  cornerRefinementWinSize: number;
  cornerRefinementMaxIterations: number;
  cornerRefinementMinAccuracy: number;
  adaptiveThreshWinSizeMin: number;
  adaptiveThreshWinSizeMax: number;
  adaptiveThreshWinSizeStep: number;
  minMarkerPerimeterRate: number;
  delete: () => void;
}
interface Detector {
  detectMarkers: (image: Mat, corners: MatVector, ids: Mat, rejected: MatVector) => void;
  delete: () => void;
}
export interface OpenCv {
  Mat: new (rows?: number, cols?: number, type?: number) => Mat;
  MatVector: new () => MatVector;
  CV_8UC1: number;
  DICT_APRILTAG_36h11: number;
  CORNER_REFINE_SUBPIX: number;
  getPredefinedDictionary: (which: number) => { delete: () => void };
  aruco_DetectorParameters: new () => DetectorParameters;
  aruco_RefineParameters: new (
    minRepDistance: number,
    errorCorrectionRate: number,
    checkAllOrders: boolean,
  ) => { delete: () => void };
  aruco_ArucoDetector: new (dictionary: object, parameters: DetectorParameters, refine: object) => Detector;
  onRuntimeInitialized?: () => void;
}

/** The module once it can be used, inside of something: it is thenable itself and never settles, so nothing may await it. */
export const whenReady = (cv: OpenCv): Promise<{ cv: OpenCv }> =>
  new Promise((resolve) => {
    if ('Mat' in cv) resolve({ cv });
    else (cv as OpenCv).onRuntimeInitialized = () => resolve({ cv });
  });
