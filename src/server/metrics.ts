import { Counter, collectDefaultMetrics, Gauge, Histogram, register } from 'prom-client'
import { database } from './database/client'
import { listenerCount } from './events'

/**
 * Figures for whoever runs Calque, in the form of Prometheus. The web server and the routes within it are bundled apart
 * but share the registry of one package, so each figure is made once and found again by its name.
 */
const found = <M>(name: string, make: () => M): M => (register.getSingleMetric(name) as M | undefined) ?? make()

const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30]

/** Requests by what they were for and how they ended. */
export const requests = found(
  'calque_request_seconds',
  () =>
    new Histogram({
      name: 'calque_request_seconds',
      help: 'Time that requests took, by method, kind of address and status.',
      labelNames: ['method', 'what', 'status'] as const,
      buckets: SECONDS,
    }),
)

/** Changes that were kept. */
export const saves = found(
  'calque_save_seconds',
  () => new Histogram({ name: 'calque_save_seconds', help: 'Time that keeping a change took.', buckets: SECONDS }),
)

/** What went wrong on our side. */
export const faults = found(
  'calque_faults_total',
  () => new Counter({ name: 'calque_faults_total', help: 'Requests that failed by our own fault.' }),
)

found(
  'calque_queue_length',
  () =>
    new Gauge({
      name: 'calque_queue_length',
      help: 'Jobs by name that wait, are being done, or failed for good.',
      labelNames: ['job', 'state'] as const,
      async collect() {
        this.reset()
        const { rows } = await database().$client.query<{ name: string; state: string; count: number }>(
          `select name, state::text as state, count(*)::int as count from pgboss.job
             where state in ('created', 'retry', 'active', 'failed') group by 1, 2`,
        )
        for (const { name, state, count } of rows) this.set({ job: name, state }, count)
      },
    }),
)

found(
  'calque_runners',
  () =>
    new Gauge({
      name: 'calque_runners',
      help: 'Runners that read or make files and were heard of within 15 seconds, on all machines.',
      async collect() {
        const { rows } = await database().$client.query<{ count: number }>(
          `select count(*)::int as count from runner where seen_at > now() - interval '15 seconds'`,
        )
        this.set(rows[0]!.count)
      },
    }),
)

found(
  'calque_listeners',
  () =>
    new Gauge({
      name: 'calque_listeners',
      help: 'Windows that listen to this web server.',
      collect() {
        this.set(listenerCount())
      },
    }),
)

found(
  'calque_job_seconds',
  () =>
    new Gauge({
      name: 'calque_job_seconds',
      help: 'Time that jobs of the last quarter of an hour took, by name and quantile.',
      labelNames: ['job', 'quantile'] as const,
      async collect() {
        this.reset()
        const { rows } = await database().$client.query<{ name: string; median: number; high: number }>(
          `select name, percentile_cont(0.5) within group (order by taken) as median,
             percentile_cont(0.95) within group (order by taken) as high
           from (select name, extract(epoch from completed_on - started_on)::float8 as taken from pgboss.job
             where state = 'completed' and completed_on > now() - interval '15 minutes') done group by 1`,
        )
        for (const { name, median, high } of rows) {
          this.set({ job: name, quantile: '0.5' }, median)
          this.set({ job: name, quantile: '0.95' }, high)
        }
      },
    }),
)

/** Everything, as Prometheus reads it. */
export async function metricsText(): Promise<{ type: string; text: string }> {
  found('process_cpu_seconds_total', () => collectDefaultMetrics())
  return { type: register.contentType, text: await register.metrics() }
}
