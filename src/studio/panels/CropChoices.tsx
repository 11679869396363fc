import { setChoices, useBench } from '../bench-store'
import { OneOf } from './OneOf'

export function CropChoices() {
  const value = useBench((bench) => bench.choices.cropShape)
  return (
    <OneOf
      label="Shape of the crop"
      value={value}
      words={{ rectangle: 'Rectangle', corners: 'Corners' }}
      onChange={(cropShape) => setChoices({ cropShape })}
    />
  )
}
