import { CommittedField } from './CommittedField'

interface Rated {
  readonly fireRating?: string | undefined
  readonly uValue?: number | undefined
}

/** What a kind of wall, door or window is rated for; empty where that is not known. */
export function RatedFields({ value, onChange }: { value: Rated; onChange: (value: Rated) => void }) {
  return (
    <>
      <CommittedField
        label="Fire rating"
        value={value.fireRating ?? ''}
        onCommit={(text) => onChange({ fireRating: text.slice(0, 40) || undefined })}
        sx={{ width: 100 }}
      />
      <CommittedField
        label="U, W/m²K"
        value={value.uValue === undefined ? '' : String(value.uValue)}
        onCommit={(text) => {
          const uValue = text === '' ? undefined : Number(text.replace(',', '.'))
          if (uValue !== undefined && !(uValue > 0 && uValue <= 100))
            throw new Error('A thermal transmittance is a number of more than nothing.')
          onChange({ uValue })
        }}
        sx={{ width: 90 }}
      />
    </>
  )
}
