import type { Attributes } from '@opentelemetry/api'
import { OTLPTraceExporter } from '@opentelemetry/exporter-trace-otlp-http'
import { resourceFromAttributes } from '@opentelemetry/resources'
import {
  BatchSpanProcessor,
  NodeTracerProvider,
  type ReadableSpan,
  type SpanProcessor,
} from '@opentelemetry/sdk-trace-node'

/** Sends traces to where the settings of OpenTelemetry say. */
export function tellTraces(service: string): void {
  new NodeTracerProvider({
    resource: resourceFromAttributes({ 'service.name': service }),
    spanProcessors: [new WithoutSecrets(new BatchSpanProcessor(new OTLPTraceExporter()))],
  }).register()
}

/** Paths that hold a secret in their last part: links and invitations. */
const SECRET_PATHS = /\/(s|join)\/[^/?#\s]+/g

/** A text of a span without secrets: no query of an address, no secret of a path. */
export const withoutSecrets = (text: string): string => text.replace(SECRET_PATHS, '/$1/…').replace(/\?[^\s]*/g, '?…')

/** Takes secrets out of whatever is told, by whoever it was written: Next.js names its spans by addresses. */
class WithoutSecrets implements SpanProcessor {
  constructor(private readonly next: SpanProcessor) {}

  onStart(...begun: Parameters<SpanProcessor['onStart']>): void {
    this.next.onStart(...begun)
  }

  onEnd(span: ReadableSpan): void {
    const clean = Object.create(span) as { name: string; attributes: Attributes }
    Object.defineProperties(clean, {
      name: { value: withoutSecrets(span.name) },
      attributes: {
        value: Object.fromEntries(
          Object.entries(span.attributes).map(([key, value]) => [
            key,
            typeof value === 'string' ? withoutSecrets(value) : value,
          ]),
        ),
      },
    })
    this.next.onEnd(clean as unknown as ReadableSpan)
  }

  forceFlush(): Promise<void> {
    return this.next.forceFlush()
  }

  shutdown(): Promise<void> {
    return this.next.shutdown()
  }
}
