/** The part of pdf.js's worker bundle that Calque uses: it ships without types. */
declare module 'pdfjs-dist/legacy/build/pdf.worker.mjs' {
  export const WorkerMessageHandler: { initializeFromPort(port: unknown): void }
}
