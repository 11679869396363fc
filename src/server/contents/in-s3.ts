import { Readable } from 'node:stream'
import {
  DeleteObjectsCommand,
  GetObjectCommand,
  HeadBucketCommand,
  HeadObjectCommand,
  ListObjectsV2Command,
  S3Client,
} from '@aws-sdk/client-s3'
import { Upload } from '@aws-sdk/lib-storage'
import { getSignedUrl } from '@aws-sdk/s3-request-presigner'
import { processWide } from '../process-wide'
import { type ContentBytes, ContentLost, type ContentStore } from './store'

/** Pieces in which a large content is sent: S3 takes none below 5 MiB but the last. */
const PART_BYTES = 8 << 20
/** Contents that are sent at once. */
const AT_ONCE = 8
/** Objects that one request removes at most. */
const MOST_DELETED = 1000
/** How long an address for a browser is good. */
const ADDRESS_SECONDS = 300

/** Where the store is, from `CALQUE_S3_…`; see docs/operating.md. */
interface Settings {
  readonly endpoint: string
  /** The same as browsers reach it; null where they get bytes from Calque alone. */
  readonly publicEndpoint: string | null
  readonly bucket: string
}

function settings(): Settings {
  const { CALQUE_S3_ENDPOINT, CALQUE_S3_BUCKET, CALQUE_S3_PUBLIC_ENDPOINT } = process.env
  if (!CALQUE_S3_ENDPOINT || !CALQUE_S3_BUCKET)
    throw new Error('CALQUE_S3_ENDPOINT and CALQUE_S3_BUCKET say where contents lie; one of them is not set.')
  return {
    endpoint: CALQUE_S3_ENDPOINT,
    publicEndpoint: CALQUE_S3_PUBLIC_ENDPOINT || null,
    bucket: CALQUE_S3_BUCKET,
  }
}

const kept = processWide<{ clients: Map<string, S3Client> }>('s3')

const newClient = (endpoint: string): S3Client =>
  new S3Client({
    endpoint,
    region: process.env.CALQUE_S3_REGION || 'us-east-1',
    // The bucket in the path: a store of one's own has no name for each bucket.
    forcePathStyle: true,
    credentials: { accessKeyId: process.env.CALQUE_S3_KEY ?? '', secretAccessKey: process.env.CALQUE_S3_SECRET ?? '' },
    // What comes back is held against its SHA-256 in any case, and older stores know no other sums.
    requestChecksumCalculation: 'WHEN_REQUIRED',
    responseChecksumValidation: 'WHEN_REQUIRED',
    requestHandler: { connectionTimeout: 5000, requestTimeout: 60_000 },
    maxAttempts: 4,
  })

/** One for each address of the store: as Calque reaches it, and as browsers do. */
function client(endpoint: string = settings().endpoint): S3Client {
  kept.clients ??= new Map()
  const found = kept.clients.get(endpoint) ?? newClient(endpoint)
  kept.clients.set(endpoint, found)
  return found
}

/** In a store that speaks S3, by their hash. */
export const inS3: ContentStore = {
  async put(all) {
    for (let i = 0; i < all.length; i += AT_ONCE) await Promise.all(all.slice(i, i + AT_ONCE).map(send))
  },

  async *range(hash, from, to) {
    // No store has an empty range.
    if (to <= from) return
    const { bucket } = settings()
    const found = await client()
      .send(new GetObjectCommand({ Bucket: bucket, Key: hash, Range: `bytes=${from}-${to - 1}` }))
      .catch((error: unknown) => {
        throw isMissing(error) ? new ContentLost(`Content ${hash} is not in the bucket.`) : error
      })
    yield* found.Body as AsyncIterable<Uint8Array>
  },

  async has({ hash, size }) {
    const { bucket } = settings()
    try {
      const found = await client().send(new HeadObjectCommand({ Bucket: bucket, Key: hash }))
      return found.ContentLength === size
    } catch (error) {
      if (isMissing(error)) return false
      throw error
    }
  },

  async delete(hashes) {
    const { bucket } = settings()
    for (let i = 0; i < hashes.length; i += MOST_DELETED) {
      const Objects = hashes.slice(i, i + MOST_DELETED).map((Key) => ({ Key }))
      const { Errors = [] } = await client().send(
        new DeleteObjectsCommand({ Bucket: bucket, Delete: { Objects, Quiet: true } }),
      )
      if (Errors.length > 0) throw new Error(`The store did not remove ${Errors.length}: ${Errors[0]!.Message}`)
    }
  },

  elsewhere: {
    async reach() {
      await client().send(new HeadBucketCommand({ Bucket: settings().bucket }))
    },

    async *list() {
      let ContinuationToken: string | undefined
      do {
        const page = await client().send(new ListObjectsV2Command({ Bucket: settings().bucket, ContinuationToken }))
        yield (page.Contents ?? []).map(({ Key, LastModified }) => ({ hash: Key!, changedAt: LastModified! }))
        ContinuationToken = page.NextContinuationToken
      } while (ContinuationToken !== undefined)
    },
  },

  async addressOf(hash, { mediaType, isAttachment }) {
    const { publicEndpoint: endpoint, bucket } = settings()
    if (endpoint === null) return null
    const command = new GetObjectCommand({
      Bucket: bucket,
      Key: hash,
      ResponseContentType: mediaType,
      ResponseCacheControl: 'private, max-age=31536000, immutable',
      ...(isAttachment && { ResponseContentDisposition: 'attachment' }),
    })
    return getSignedUrl(client(endpoint), command, { expiresIn: ADDRESS_SECONDS })
  },
}

async function send({ hash, size, mediaType, read }: ContentBytes): Promise<void> {
  const { bucket } = settings()
  const Body = Readable.from(read(), { objectMode: false })
  await new Upload({
    client: client(),
    params: {
      Bucket: bucket,
      Key: hash,
      Body,
      ContentType: mediaType,
      ...(size < PART_BYTES && { ContentLength: size }),
    },
    partSize: PART_BYTES,
    queueSize: 2,
  }).done()
}

const isMissing = (error: unknown): boolean =>
  (error as { $metadata?: { httpStatusCode?: number } }).$metadata?.httpStatusCode === 404
