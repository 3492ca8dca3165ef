/** One figure that a device shows at a moment. */
export type Sample = { channel: string; value: number };
export type Channel = { id: string; label: string; unit: 'kg' | '°' | 'km/h' | 'rpm' | 's' };

export type DeviceInfo = {
  id: string;
  kind: 'corner-scales' | 'turn-plate' | 'road-logger' | 'alignment-bench';
  label: string;
  /** Plainly marked wherever its readings go. */
  simulated: boolean;
  channels: readonly Channel[];
};

/** What stands on or in a device. A real one finds out for itself; a simulated one has to be told. */
export type OnTheBench = {
  massKg: { front: number; rear: number };
  lockDeg: { inside: number; outside: number };
  casterDeg: number;
  kpiDeg: number;
  gears: readonly number[];
  axleRatio: number;
  circumferenceMm: number;
};

/**
 * A device in the shop. `open` starts it and hands out what it shows, one list of samples at a time, until `close` or
 * until the reader stops reading; it may be opened again after it was closed. What it shows is not yet settled or
 * sound: that is judged by who reads it.
 */
export type Device = {
  describe: () => DeviceInfo;
  open: (bench: OnTheBench) => AsyncIterable<Sample[]>;
  close: () => void;
};
