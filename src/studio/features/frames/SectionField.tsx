import Button from '@mui/material/Button'
import { sectionOf } from '@/core/model/section/schema'
import { sizeOf } from '@/core/sections/shape'
import { ask } from '@/studio/state/dialogs'
import { useProject } from '@/studio/state/project'
import { SectionPicture } from '@/studio/ui/SectionPicture'
import { sectionDialog } from './options'

/** The section that is chosen, with its picture; opens the catalogue. */
export function SectionField({
  sectionId,
  onTake,
}: {
  readonly sectionId: string
  readonly onTake: (sectionId: string) => void
}) {
  const section = useProject((project) => sectionOf(sectionId, project.records))
  const size = section ? sizeOf(section.shape) : { widthMm: 1, heightMm: 1 }
  return (
    <Button
      size="small"
      variant="outlined"
      aria-label={`Section ${section?.name ?? 'missing'}: choose another`}
      onClick={() => void ask(sectionDialog, undefined).then((taken) => taken && onTake(taken))}
      startIcon={
        section && (
          <SectionPicture
            shape={section.shape}
            pxPerMm={18 / Math.max(size.widthMm, size.heightMm)}
            name={section.name}
          />
        )
      }
      sx={{ whiteSpace: 'nowrap', flexShrink: 0 }}
    >
      {section?.name ?? 'Choose a section'}
    </Button>
  )
}
