import { S3Client } from '@aws-sdk/client-s3'
import type { ObjectStore } from '../../scripts/lib/object-store.mjs'

/** Whoever looks after a store that speaks S3. */
export const ownerOf = ({ endpoint, key, secret }: ObjectStore): S3Client =>
  new S3Client({
    endpoint,
    region: 'us-east-1',
    forcePathStyle: true,
    credentials: { accessKeyId: key, secretAccessKey: secret },
    requestChecksumCalculation: 'WHEN_REQUIRED',
  })

/** How every part of Calque is told of it. @param browsersReach whether browsers fetch bytes from there themselves */
export const settingsFor = ({ endpoint, key, secret }: ObjectStore, bucket: string, browsersReach = false) => ({
  CALQUE_S3_ENDPOINT: endpoint,
  CALQUE_S3_BUCKET: bucket,
  CALQUE_S3_KEY: key,
  CALQUE_S3_SECRET: secret,
  ...(browsersReach && { CALQUE_S3_PUBLIC_ENDPOINT: endpoint }),
})
