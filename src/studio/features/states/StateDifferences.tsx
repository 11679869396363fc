'use client'

import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import MenuItem from '@mui/material/MenuItem'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { compareChosen } from './compare'
import { DifferenceList } from './DifferenceList'
import { BEGINNING, chooseStates, NOW, type StateChoice, useStates } from './store'
import { useIssues } from './use-issues'

/** Two states are chosen and compared. */
export function StateDifferences() {
  const { from, to, busy, problem, compared } = useStates()
  const { issues } = useIssues()
  const issued = issues.map(({ revision, name }): StateChoice => ({ revision, word: name }))
  return (
    <Stack component="section" aria-label="Differences" sx={{ gap: 1 }}>
      <Typography variant="h3">What differs</Typography>
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        Between two issues, or since any entry of the history: choose one there.
      </Typography>
      <Stack direction="row" sx={{ gap: 1 }}>
        <Choice
          label="Earlier"
          value={from}
          choices={[...issued, BEGINNING]}
          onChange={(choice) => chooseStates({ from: choice })}
        />
        <Choice
          label="Later"
          value={to}
          choices={[NOW, ...issued]}
          onChange={(choice) => chooseStates({ to: choice })}
        />
      </Stack>
      <Button
        size="small"
        variant="outlined"
        sx={{ alignSelf: 'start' }}
        disabled={busy || from === null}
        onClick={() => void compareChosen()}
      >
        Compare
      </Button>
      {busy && <LinearProgress color="secondary" aria-label="Comparing" />}
      {problem && (
        <Typography role="alert" color="error">
          {problem}
        </Typography>
      )}
      {compared && <DifferenceList />}
    </Stack>
  )
}

const keyOf = ({ revision, word }: StateChoice): string => `${revision ?? 'now'} ${word}`

function Choice({
  label,
  value,
  choices,
  onChange,
}: {
  readonly label: string
  readonly value: StateChoice | null
  readonly choices: readonly StateChoice[]
  readonly onChange: (choice: StateChoice) => void
}) {
  // What was chosen in the history stands among the issues.
  const isAmong = value === null || choices.some((choice) => keyOf(choice) === keyOf(value))
  const all = isAmong ? choices : [value, ...choices]
  return (
    <TextField
      select
      size="small"
      fullWidth
      label={label}
      value={value ? keyOf(value) : ''}
      onChange={({ target }) => onChange(all.find((choice) => keyOf(choice) === target.value)!)}
    >
      {all.map((choice) => (
        <MenuItem key={keyOf(choice)} value={keyOf(choice)}>
          {choice.word}
        </MenuItem>
      ))}
    </TextField>
  )
}
