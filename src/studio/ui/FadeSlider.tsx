import Slider from '@mui/material/Slider'
import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'

/** From what was to what is: 0 shows the first alone, 1 the other. */
export function FadeSlider({
  label,
  from,
  to,
  value,
  onChange,
}: {
  readonly label: string
  readonly from: string
  readonly to: string
  readonly value: number
  readonly onChange: (value: number) => void
}) {
  return (
    <Stack direction="row" sx={{ gap: 1.5, alignItems: 'center', px: 0.5 }}>
      <Typography sx={{ fontSize: 12.5 }}>{from}</Typography>
      <Slider
        aria-label={label}
        size="small"
        min={0}
        max={1}
        step={0.05}
        value={value}
        onChange={(_, next) => onChange(next as number)}
      />
      <Typography sx={{ fontSize: 12.5 }}>{to}</Typography>
    </Stack>
  )
}
