/** Ends with one sentence that says what is wrong and what to do. */
export function fail(sentence) {
  console.error(`\n${sentence}\n`)
  process.exit(1)
}
