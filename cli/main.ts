import { Command, CommanderError } from 'commander'
import { CliError } from './cli-error'
import { COMMANDS } from './commands/registry'

const program = new Command('calque')
  .description('Reads sheets and projects from a terminal. Results go to stdout, errors in one sentence to stderr.')
  .exitOverride()
  .configureOutput({ writeErr: (text) => process.stderr.write(text.replace(/^error: /, '')) })

for (const add of COMMANDS) add(program)

try {
  await program.parseAsync()
} catch (error) {
  if (error instanceof CommanderError) {
    process.exitCode = error.exitCode === 0 ? 0 : 2
  } else if (error instanceof CliError) {
    process.stderr.write(`${error.message}\n`)
    process.exitCode = 2
  } else {
    process.stderr.write(`Something went wrong that should not: ${(error as Error).message}\n`)
    process.exitCode = 2
  }
}

// What was given up on may still be running.
process.exit()
