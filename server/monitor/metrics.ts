import { collectDefaultMetrics, Gauge, Histogram, register } from 'prom-client';
import { database } from '../database';
import { QUEUES, queue } from '../queue/boss';
import { logger } from './logger';

// What a server process counts of itself, read at VEXLO_METRICS (command/http/metrics). Counts alone: nothing of a shop's.

// A module that is loaded anew, as while it is developed, counts anew.
register.clear();
collectDefaultMetrics({ register });

const requests = new Histogram({
  name: 'vexlo_request_seconds',
  help: 'How long requests took until their answer began, by method, route and status.',
  labelNames: ['method', 'route', 'status'] as const,
  buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 20],
});

/** Counts a request that was answered; at `VEXLO_LOG=info` it is written down too. */
export function counted(method: string, route: string, status: number, ms: number): void {
  requests.observe({ method, route, status: String(status) }, ms / 1000);
  logger.info({ method, route, status, ms: Math.round(ms) }, 'answered');
}

const listeners = new Gauge({
  name: 'vexlo_listeners',
  help: 'Pages that are told of changes by this process.',
});
export const listening = { begins: () => listeners.inc(), ends: () => listeners.dec() };

// What is only known when it is asked.
new Gauge({
  name: 'vexlo_database_connections',
  help: 'Connections of this process, by pool and by what they do; waiting: requests that wait for one.',
  labelNames: ['pool', 'state'] as const,
  collect() {
    for (const { name, total, idle, waiting } of database().pools()) {
      this.set({ pool: name, state: 'open' }, total);
      this.set({ pool: name, state: 'idle' }, idle);
      this.set({ pool: name, state: 'waiting' }, waiting);
    }
  },
});
new Gauge({
  name: 'vexlo_queue_waiting',
  help: 'What waits in the queue of all processes.',
  labelNames: ['queue'] as const,
  async collect() {
    const boss = await queue().catch(() => undefined);
    if (!boss) return;
    for (const name of Object.values(QUEUES))
      this.set({ queue: name }, await boss.getQueueSize(name).catch(() => NaN));
  },
});
