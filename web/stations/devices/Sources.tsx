import type { Vehicle } from '../../../core/format/build';

/** Which of the vehicle's figures a device gave, and which device; nothing where none did. */
export function Sources({ vehicle, under, testId }: { vehicle: Vehicle; under: string; testId: string }) {
  const read = vehicle.readings?.filter(({ path }) => path.startsWith(`${under}.`)) ?? [];
  if (read.length === 0) return null;
  const name = (path: string): string =>
    path
      .slice(under.length + 1)
      .replace(/(Deg|Mm|Kg)$/, '')
      .replace(/([A-Z])/g, ' $1')
      .toLowerCase();
  return (
    <ul className="text-graphite text-[0.9rem]" data-testid={testId}>
      {read.map(({ path, device, simulated }) => (
        <li key={path}>
          {name(path)} read on {device}
          {simulated && ', simulated'}
        </li>
      ))}
    </ul>
  );
}
