import { describe, expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { stillToRead } from './still';

describe('what is still to read', () => {
  test('counts the places that are estimates, and names the parts with most of them first', () => {
    const { vehicle } = demoBuild('halyard-2-full-build');
    const [first, second, ...rest] = vehicle.corners.front.obstacles;
    if (!first || !second) throw new Error('the example has two parts in front');
    const obstacles = [
      { ...first, estimated: [0] },
      { ...second, label: '', estimated: second.points.map((_, i) => i) },
      ...rest.map((one) => ({ ...one, estimated: [] })),
    ];
    const front = { ...vehicle.corners.front, obstacles };
    const still = stillToRead({ ...vehicle, corners: { ...vehicle.corners, front } }, 'front');
    expect(still.places).toBe(1 + second.points.length);
    expect(still.of).toBe(obstacles.reduce((sum, { points }) => sum + points.length, 0));
    expect(still.parts.map(({ label }) => label)).toEqual(
      second.points.length > 1 ? [second.id, first.label] : [first.label, second.id],
    );
  });

  test('nothing is left where everything was measured', () => {
    const { vehicle } = demoBuild('halyard-2-full-build');
    const obstacles = vehicle.corners.rear.obstacles.map((one) => ({ ...one, estimated: [] }));
    const rear = { ...vehicle.corners.rear, obstacles };
    expect(stillToRead({ ...vehicle, corners: { ...vehicle.corners, rear } }, 'rear')).toMatchObject({
      places: 0,
      parts: [],
    });
  });
});
