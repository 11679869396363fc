import Button, { type ButtonProps } from '@mui/material/Button'
import { useRef } from 'react'
import type { SendAs } from '@/studio/state/api'
import { useProject } from '@/studio/state/project'
import { bringInFiles } from './uploads'

/** Endings of what can be brought in, for the system's own dialog; what a file really is shows in its content. */
const ACCEPTED = '.pdf,.ai,.png,.jpg,.jpeg,.webp,.tif,.tiff,.jp2,.j2k,.jb2,.jbig2,.svg,.dxf,.zip,.ifc'

/** A button that lets files be chosen and sends them. */
export function FileChooser({
  label,
  sendAs,
  children = label,
  ...button
}: { label: string; sendAs?: SendAs } & Pick<ButtonProps, 'variant' | 'size' | 'color' | 'children'>) {
  const chooser = useRef<HTMLInputElement>(null)
  const projectId = useProject((project) => project.id)
  return (
    <>
      <input
        ref={chooser}
        type="file"
        accept={ACCEPTED}
        multiple={!sendAs}
        hidden
        aria-label={label}
        onChange={(event) => {
          void bringInFiles(projectId, [...(event.target.files ?? [])], sendAs)
          event.target.value = ''
        }}
      />
      <Button variant="contained" {...button} aria-label={label} onClick={() => chooser.current?.click()}>
        {children}
      </Button>
    </>
  )
}
