/** A failure that the person at the terminal can do something about; the message is one sentence. */
export class CliError extends Error {}
