import { describe, expect, test } from 'vitest';
import { metresBetween, readLogFile, roadLogOf, type LogFile } from './roadLogFile';

function file(text: string, name = 'drive'): LogFile {
  const read = readLogFile(text, name);
  if (!read.ok) throw new Error(read.message);
  return read.value;
}
const fault = (text: string): string => {
  const read = readLogFile(text, 'drive');
  return read.ok ? '' : read.message;
};

describe('a CSV log', () => {
  test('is read by the names of its columns, in the unit that they say', () => {
    const { speed, rpm } = file('Time (s),GPS speed (mph),RPM\n0,50,2000\n1,60,2400\n');
    expect([...(speed?.tS ?? [])]).toEqual([0, 1]);
    expect(speed?.value[1]).toBeCloseTo(96.56064, 6);
    expect([...(rpm?.value ?? [])]).toEqual([2000, 2400]);
  });

  test('semicolons, decimal commas, clock times and milliseconds are read', () => {
    const { speed } = file('time;speed km/h\n08:00:01,5;40,5\n08:00:02;41\n');
    expect(speed?.tS[0]).toBeCloseTo(28_801.5, 9);
    expect(speed?.value[0]).toBeCloseTo(40.5, 9);
    expect(file('time ms,rpm\n1000,900\n2500,950\n').rpm?.tS[1]).toBeCloseTo(2.5, 9);
  });

  test('rows out of order are put in order, empty cells leave their channel out', () => {
    const { speed, rpm, skipped } = file('t,speed,rpm\n2,30,\n1,20,1500\n3,,1700\nx,,\n');
    expect([...(speed?.tS ?? [])]).toEqual([1, 2]);
    expect([...(rpm?.tS ?? [])]).toEqual([1, 3]);
    expect(skipped).toBe(1);
  });

  test('what cannot be read says line and column', () => {
    expect(fault('a,b\n1,2\n')).toContain('line 1: none of the columns "a", "b" is the time');
    expect(fault('time,height\n1,2\n')).toContain('no column is named "speed" or "rpm"');
    expect(fault('time,speed\n1,fast\n2,faster\n3,slow\n')).toContain(
      'line 2, column 2: "fast" is not a number',
    );
  });
});

const withSum = (body: string): string => {
  let sum = 0;
  for (const letter of body) sum ^= letter.charCodeAt(0);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, '0')}`;
};

describe('NMEA 0183', () => {
  test('speed over ground in knots, voids left out, midnight passed', () => {
    const lines = [
      withSum('GPRMC,235959.00,A,4700.0,N,00800.0,E,10.0,90.0,251126,,'),
      withSum('GPRMC,000000.00,V,4700.0,N,00800.0,E,99.0,90.0,261126,,'),
      withSum('GNRMC,000001.50,A,4700.0,N,00800.0,E,20.0,90.0,261126,,'),
      withSum('GPGGA,000002,4700.0,N,00800.0,E,1,8,1,500,M,,,,'),
    ];
    const { speed } = file(lines.join('\r\n'));
    expect([...(speed?.value ?? [])]).toEqual([18.52, 37.04]);
    expect((speed?.tS[1] ?? 0) - (speed?.tS[0] ?? 0)).toBeCloseTo(2.5, 9);
  });

  test('a wrong checksum is left out and told', () => {
    expect(fault('$GPRMC,120000,A,,,,,10,90,251126,,*00\n')).toContain('line 1: the checksum is wrong');
    expect(fault('$GPGGA,1\n')).toContain('no RMC sentence');
  });
});

describe('GPX', () => {
  const track = (inner: string): string =>
    `<?xml version="1.0"?><gpx version="1.1"><trk><trkseg>${inner}</trkseg></trk></gpx>`;
  const at = (lat: number, second: number, more = ''): string =>
    `<trkpt lat="${lat}" lon="0"><time>2026-11-25T10:00:0${second}Z</time>${more}</trkpt>`;

  test('speed from place to place: a thousandth of a degree north in two seconds', () => {
    const metres = metresBetween({ lat: 47, lon: 0 }, { lat: 47.001, lon: 0 });
    // A degree of latitude on the mean sphere is 111 195 m.
    expect(metres).toBeCloseTo(111.195, 2);
    const { speed } = file(track(at(47, 0) + at(47.001, 2) + at(47.002, 4)));
    expect(speed?.value[0]).toBeCloseTo((111.195 / 2) * 3.6, 2);
    expect(speed?.tS).toHaveLength(2);
  });

  test('the point’s own speed in m/s, and rpm in any extension', () => {
    const more = '<speed>10</speed><extensions><x:data><x:rpm>1800</x:rpm></x:data></extensions>';
    const { speed, rpm } = file(track(at(47, 0, more) + at(47, 1, more)));
    expect([...(speed?.value ?? [])]).toEqual([36, 36]);
    expect([...(rpm?.value ?? [])]).toEqual([1800, 1800]);
  });

  test.each(['<![CDATA[', '<!--', '<?xml'])(
    'what begins with %s and never ends is refused in words',
    (open) => {
      expect(fault(`<gpx><trk><trkseg><trkpt lat="1" lon="1">${open} and on`)).toMatch(/line \d/);
    },
  );

  test('a file that is cut short says where', () => {
    expect(fault('<gpx><trk></gpx>')).toMatch(/line 1, column \d+: Expected closing tag 'trk'/);
    expect(fault('<gpx></gpx>')).toContain('no track points');
  });
});

describe('two files', () => {
  const speed = file('time,speed\n100,30\n101,31\n102,32\n', 'a');
  const rpm = file('time,rpm\n5000,1500\n5001,1550\n', 'b');
  test('are one log, each from its own start where their clocks have nothing in common', () => {
    const joined = roadLogOf([speed, rpm]);
    if (!joined.ok) throw new Error(joined.message);
    expect(joined.value.oneClock).toBe(false);
    expect(joined.value.speed.tS[0]).toBe(0);
    expect(joined.value.rpm.tS[0]).toBe(0);
  });
  test('what is missing is asked for', () => {
    const one = roadLogOf([speed]);
    expect(one.ok ? '' : one.message).toContain('rpm file');
    const other = roadLogOf([rpm]);
    expect(other.ok ? '' : other.message).toContain('road speed');
  });
});
