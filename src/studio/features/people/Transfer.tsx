import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useMutation, useQuery } from '@tanstack/react-query'
import { peopleApi } from '@/studio/state/people-api'
import { Problem } from './Problem'

/** Whose project it is, and the way to another organisation for who belongs to several. */
export function Transfer({
  projectId,
  organisation,
  onDone,
}: {
  readonly projectId: string
  readonly organisation: { readonly id: string; readonly name: string }
  readonly onDone: () => void
}) {
  const me = useQuery({ queryKey: ['me'], queryFn: peopleApi.me })
  const move = useMutation({ mutationFn: (to: string) => peopleApi.transfer(projectId, to), onSuccess: onDone })
  const others = (me.data?.organisations ?? []).filter(({ id }) => id !== organisation.id)
  if (others.length === 0) return null
  return (
    <>
      <TextField
        select
        size="small"
        label="Organisation"
        helperText="Its leaders see the project; who has a part in it keeps that."
        value={organisation.id}
        disabled={move.isPending}
        sx={{ mt: 2, minWidth: 260 }}
        onChange={({ target }) => move.mutate(target.value)}
      >
        {[organisation, ...others].map(({ id, name }) => (
          <MenuItem key={id} value={id}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <Problem of={move.error} />
    </>
  )
}
