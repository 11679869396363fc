import { type Attributes, context, propagation, type Span, SpanStatusCode, trace } from '@opentelemetry/api'

/**
 * What a request, a job and their queries took, by OpenTelemetry, for whoever sets `OTEL_EXPORTER_OTLP_ENDPOINT`. A trace
 * goes from the web server over the queue to the reader that does the work.
 */

const NAME = 'calque'

/** Where a job carries the trace to which it belongs. */
export type Traced = { readonly traceparent?: string }

/** Begins to tell, where that is set up. @param service `calque-web`, `calque-readers` or `calque-makers` */
export async function beginTracing(service: string): Promise<void> {
  if (!process.env.OTEL_EXPORTER_OTLP_ENDPOINT) return
  const { tellTraces } = await import('./traces-out')
  tellTraces(process.env.OTEL_SERVICE_NAME || service)
}

/**
 * Does some work as a span of its own.
 * @param within the trace to which it belongs, where it is not that of whoever calls
 */
export function traced<T>(
  name: string,
  attributes: Attributes,
  work: (span: Span) => Promise<T>,
  { traceparent }: Traced = {},
): Promise<T> {
  const parent = traceparent ? propagation.extract(context.active(), { traceparent }) : context.active()
  return trace.getTracer(NAME).startActiveSpan(name, { attributes }, parent, async (span) => {
    try {
      return await work(span)
    } catch (error) {
      // What went wrong may hold what people wrote: only of what kind it was.
      span.setStatus({ code: SpanStatusCode.ERROR, message: error instanceof Error ? error.name : 'failed' })
      throw error
    } finally {
      span.end()
    }
  })
}

/** The present trace, for a job that belongs to it. */
export function traceOfNow(): Traced {
  const carrier: { traceparent?: string } = {}
  propagation.inject(context.active(), carrier)
  return carrier
}
