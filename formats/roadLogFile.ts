import type { Result } from '../core/result';
import { parse } from 'csv-parse/browser/esm/sync';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import type { Channel, RoadLog } from '../core/driveline/roadLog';

/** What one file holds: road speed, engine speed, or both, each with its times. */
export type LogFile = { name: string; speed: Channel | null; rpm: Channel | null; skipped: number };
type Read = Result<LogFile, { message: string }>;

const KMH = { kmh: 1, mph: 1.609344, ms: 3.6, kn: 1.852 } as const;
type SpeedUnit = keyof typeof KMH;

type Row = { t: number; value: number };

/** Rows as a channel with ascending times; a time that stands twice keeps its first value. */
function channel(rows: Row[]): Channel | null {
  const sorted = rows
    .sort((a, b) => a.t - b.t)
    .filter((row, i, all) => i === 0 || row.t > (all[i - 1]?.t ?? 0));
  if (sorted.length < 2) return null;
  return {
    tS: Float64Array.from(sorted, ({ t }) => t),
    value: Float64Array.from(sorted, ({ value }) => value),
  };
}

const number = (text: string): number => (text.trim() === '' ? NaN : Number(text.trim().replace(',', '.')));

/** Seconds of a time cell: a number, `hh:mm:ss.s`, or a date and time. */
function seconds(text: string): number {
  const plain = number(text);
  if (Number.isFinite(plain)) return plain;
  const clock = /^(\d{1,2}):(\d{2}):(\d{2}(?:[.,]\d+)?)$/.exec(text.trim());
  if (clock) return Number(clock[1]) * 3600 + Number(clock[2]) * 60 + number(clock[3] ?? '');
  return Date.parse(text.trim()) / 1000;
}

const COLUMN = {
  time: /^(time|t|timestamp|elapsed|seconds?|utc)\b/i,
  rpm: /^(rpm|engine|engine speed|motor|turns)\b/i,
  speed: /speed|velocity|km\/?h|mph/i,
};

function speedUnit(heading: string): SpeedUnit {
  if (/mph|mi\/h/i.test(heading)) return 'mph';
  if (/m\/s/i.test(heading)) return 'ms';
  return /knots?|\bkn\b/i.test(heading) ? 'kn' : 'kmh';
}

function readCsv(text: string, name: string): Read {
  const delimiter = /^[^\n]*;/.test(text) ? ';' : /^[^\n]*\t/.test(text) ? '\t' : ',';
  let records: { record: string[]; info: { lines: number } }[];
  try {
    records = parse(text, {
      bom: true,
      delimiter,
      info: true,
      skip_empty_lines: true,
      trim: true,
      relax_column_count: true,
    }) as unknown as typeof records;
  } catch (error) {
    return { ok: false, message: error instanceof Error ? error.message : 'cannot be read as CSV' };
  }
  const head = records[0]?.record ?? [];
  const timeAt = head.findIndex((one) => COLUMN.time.test(one));
  const rpmAt = head.findIndex((one) => COLUMN.rpm.test(one));
  const speedAt = head.findIndex((one, i) => i !== rpmAt && COLUMN.speed.test(one));
  if (timeAt < 0)
    return {
      ok: false,
      message: `line 1: none of the columns ${head.map((one) => `"${one}"`).join(', ')} is the time; name one "time"`,
    };
  if (rpmAt < 0 && speedAt < 0)
    return { ok: false, message: 'line 1: no column is named "speed" or "rpm"; name them so' };
  const milliseconds = /\bms\b|milli/i.test(head[timeAt] ?? '') ? 0.001 : 1;
  const perUnit = KMH[speedUnit(head[speedAt] ?? '')];
  const speed: Row[] = [];
  const rpm: Row[] = [];
  let skipped = 0;
  let firstBad = '';
  for (const { record, info } of records.slice(1)) {
    const t = seconds(record[timeAt] ?? '') * milliseconds;
    const cells = [
      [speedAt, speed, perUnit],
      [rpmAt, rpm, 1],
    ] as const;
    let taken = false;
    for (const [column, rows, times] of cells) {
      const value = column < 0 ? NaN : number(record[column] ?? '') * times;
      if (!Number.isFinite(t) || !Number.isFinite(value)) continue;
      rows.push({ t, value });
      taken = true;
    }
    if (taken) continue;
    skipped++;
    const column = Number.isFinite(t) ? Math.max(speedAt, rpmAt) : timeAt;
    firstBad ||= `line ${info.lines}, column ${column + 1}: "${record[column] ?? ''}" is not a number`;
  }
  if (skipped * 2 > records.length)
    return { ok: false, message: `${firstBad}; more than half of the rows cannot be read` };
  return { ok: true, value: { name, speed: channel(speed), rpm: channel(rpm), skipped } };
}

/** Whether the checksum after `*` is that of the sentence; a sentence without one is taken. */
function sound(sentence: string): boolean {
  const star = sentence.lastIndexOf('*');
  if (star < 0) return true;
  let sum = 0;
  for (let i = 1; i < star; i++) sum ^= sentence.charCodeAt(i);
  return sum === parseInt(sentence.slice(star + 1, star + 3), 16);
}

/** NMEA 0183: the recommended minimum sentence of any talker, knots over ground; a void fix is left out. */
function readNmea(text: string, name: string): Read {
  const rows: Row[] = [];
  let skipped = 0;
  let firstBad = '';
  let day = 0;
  let before = -1;
  text.split(/\r?\n/).forEach((line, i) => {
    const sentence = line.trim();
    if (!/^\$..RMC,/.test(sentence)) return;
    const [, time = '', status, , , , , knots = ''] = (sentence.split('*')[0] ?? '').split(',');
    const hms = /^(\d{2})(\d{2})(\d{2}(?:\.\d+)?)$/.exec(time);
    const value = number(knots) * KMH.kn;
    if (!sound(sentence) || !hms || (status === 'A' && !Number.isFinite(value))) {
      skipped++;
      firstBad ||= `line ${i + 1}: ${sound(sentence) ? 'the sentence is cut short' : 'the checksum is wrong'}`;
      return;
    }
    if (status !== 'A') return;
    let t = Number(hms[1]) * 3600 + Number(hms[2]) * 60 + Number(hms[3]);
    if (before >= 0 && t + day < before - 43_200) day += 86_400;
    t += day;
    before = t;
    rows.push({ t, value });
  });
  const speed = channel(rows);
  if (!speed)
    return {
      ok: false,
      message: firstBad || 'holds no RMC sentence with a fix; set the receiver to send RMC',
    };
  return { ok: true, value: { name, speed, rpm: null, skipped } };
}

const EARTH_M = 6_371_008.8;

/** Metres between two places given in degrees; the haversine formula on the mean sphere. */
export function metresBetween(a: { lat: number; lon: number }, b: { lat: number; lon: number }): number {
  const rad = Math.PI / 180;
  const h =
    Math.sin(((b.lat - a.lat) * rad) / 2) ** 2 +
    Math.cos(a.lat * rad) * Math.cos(b.lat * rad) * Math.sin(((b.lon - a.lon) * rad) / 2) ** 2;
  return 2 * EARTH_M * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** The first text of a name anywhere below a node, whatever its namespace; empty where there is none. */
function below(node: unknown, name: string): string {
  if (typeof node !== 'object' || node === null) return '';
  const own = (node as Record<string, unknown>)[name];
  if (typeof own === 'string') return own;
  for (const inner of Object.values(node)) {
    const found = below(inner, name);
    if (found !== '') return found;
  }
  return '';
}

/** GPX 1.0 and 1.1: the track points' own speed in m/s, else from place to place; an `rpm` anywhere in a point. */
function readGpx(text: string, name: string): Read {
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    return { ok: false, message: `line ${valid.err.line}, column ${valid.err.col}: ${valid.err.msg}` };
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '',
    removeNSPrefix: true,
    parseTagValue: false,
    isArray: (tag) => ['trk', 'trkseg', 'trkpt'].includes(tag),
  });
  type Point = { lat?: string; lon?: string; time?: string };
  let root: { gpx?: { trk?: { trkseg?: { trkpt?: Point[] }[] }[] } };
  try {
    root = parser.parse(text) as typeof root;
  } catch (error) {
    // What the check before lets pass: a comment or a block of plain characters that never ends.
    return { ok: false, message: `line 1: ${error instanceof Error ? error.message : String(error)}` };
  }
  const speed: Row[] = [];
  const rpm: Row[] = [];
  let skipped = 0;
  for (const segment of root.gpx?.trk?.flatMap(({ trkseg }) => trkseg ?? []) ?? []) {
    let last: { t: number; lat: number; lon: number } | undefined;
    for (const point of segment.trkpt ?? []) {
      const t = Date.parse(point.time ?? '') / 1000;
      const [lat, lon] = [Number(point.lat), Number(point.lon)];
      if (!Number.isFinite(t) || !Number.isFinite(lat) || !Number.isFinite(lon)) {
        skipped++;
        continue;
      }
      const own = number(below(point, 'speed'));
      if (Number.isFinite(own)) speed.push({ t, value: own * KMH.ms });
      else if (last && t > last.t)
        speed.push({
          t: (t + last.t) / 2,
          value: (metresBetween(last, { lat, lon }) / (t - last.t)) * KMH.ms,
        });
      const turns = number(below(point, 'rpm'));
      if (Number.isFinite(turns)) rpm.push({ t, value: turns });
      last = { t, lat, lon };
    }
  }
  const speeds = channel(speed);
  if (!speeds)
    return {
      ok: false,
      message: 'holds no track points with a place and a time; export a track, not a route',
    };
  return { ok: true, value: { name, speed: speeds, rpm: channel(rpm), skipped } };
}

/** Reads one log by what it begins with, not by its name. Faults say line and column. */
export function readLogFile(text: string, name: string): Read {
  const start = text
    .slice(0, 2000)
    .trimStart()
    .replace(/^\uFEFF/, '');
  const read = start.startsWith('<')
    ? readGpx(text, name)
    : start.startsWith('$')
      ? readNmea(text, name)
      : readCsv(text, name);
  return read.ok ? read : { ok: false, message: `${name}, ${read.message}` };
}

/** One or two files as one log: whichever holds speed, whichever holds rpm. */
export function roadLogOf(files: readonly LogFile[]): Result<RoadLog, { message: string }> {
  const both = files.find(({ speed, rpm }) => speed && rpm);
  const speedFile = both ?? files.find(({ speed }) => speed);
  const rpmFile = both ?? files.find(({ rpm }) => rpm);
  if (!speedFile?.speed)
    return { ok: false, message: 'No file holds road speed. Add the file of the satellite receiver.' };
  if (!rpmFile?.rpm)
    return { ok: false, message: 'No file holds engine speed. Add the rpm file of the same drive.' };
  const oneClock = speedFile === rpmFile;
  // Two devices may count from different moments: each from its own first row, the correlation finds the rest.
  const fromStart = ({ tS, value }: Channel): Channel => ({ tS: tS.map((t) => t - (tS[0] ?? 0)), value });
  const far = Math.abs((speedFile.speed.tS[0] ?? 0) - (rpmFile.rpm.tS[0] ?? 0)) > 240;
  const [speed, rpm] =
    oneClock || !far ? [speedFile.speed, rpmFile.rpm] : [fromStart(speedFile.speed), fromStart(rpmFile.rpm)];
  return { ok: true, value: { speed, rpm, oneClock } };
}
