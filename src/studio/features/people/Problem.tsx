import Alert from '@mui/material/Alert'

/** What went wrong, where something did. */
export function Problem({ of }: { readonly of: { readonly message?: string | undefined } | null | undefined }) {
  return of ? (
    <Alert severity="error" sx={{ my: 1.5 }}>
      {of.message ?? 'That did not work. Try again.'}
    </Alert>
  ) : null
}
