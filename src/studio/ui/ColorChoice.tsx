import Box from '@mui/material/Box'

/** Any colour, by the browser's own means of choosing one. */
export function ColorChoice({
  value,
  label = 'Colour',
  onChange,
}: {
  readonly value: string
  readonly label?: string
  readonly onChange: (color: string) => void
}) {
  return (
    <Box component="label" sx={{ display: 'flex', alignItems: 'center', gap: 1, fontSize: 13.5 }}>
      <Box
        component="input"
        type="color"
        aria-label={label || 'Colour'}
        // Told only once the choice is made, not with every shade on the way.
        key={value}
        defaultValue={value}
        onBlur={({ target }: React.FocusEvent<HTMLInputElement>) => target.value !== value && onChange(target.value)}
        onChange={() => undefined}
        sx={{ width: 34, height: 26, p: 0, border: 1, borderColor: 'divider', bgcolor: 'background.paper' }}
      />
      {label}
    </Box>
  )
}
