'use client'

import Box from '@mui/material/Box'
import Stack from '@mui/material/Stack'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useState } from 'react'
import { found } from '@/core/text/find'
import { CHAPTERS, type Chapter } from '@/studio/features/guide/feature'
import { TOOLS } from '@/studio/features/registry'
import { drawerOf } from '@/studio/kernel/drawer'
import type { Tool } from '@/studio/kernel/tool'
import { Keys } from '@/studio/ui/Keys'
import { ToolPicture } from '@/studio/ui/ToolPicture'
import { saysAtFirst } from './says-at-first'

const asSought = (chapter: Chapter) => ({ ...chapter, word: chapter.title, about: chapter.paragraphs.join(' ') })

/** The manual: each step of a job, then every tool. One field searches both. */
export function Manual() {
  const [typed, setTyped] = useState('')
  const chapters = found(typed, CHAPTERS.map(asSought))
  const tools = found(
    typed,
    TOOLS.filter(({ steps, picture }) => steps.length > 0 && picture),
  )
  return (
    <Box component="main" sx={{ maxWidth: 860, mx: 'auto', px: 3, py: 4 }}>
      <Link href="/">To the projects</Link>
      <Typography variant="h1" sx={{ mt: 2, mb: 2 }}>
        How to work with Calque
      </Typography>
      <TextField
        type="search"
        label="Search the manual"
        size="small"
        fullWidth
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        sx={{ mb: 3 }}
      />
      {chapters.map((chapter) => (
        <ChapterSection key={chapter.id} chapter={chapter} />
      ))}
      {tools.length > 0 && (
        <Typography variant="h2" sx={{ mt: 4, mb: 1.5 }}>
          Tools
        </Typography>
      )}
      <Stack component="ul" sx={{ listStyle: 'none', p: 0, m: 0, gap: 1.25 }}>
        {tools.map((tool) => (
          <ToolLine key={tool.name} tool={tool} />
        ))}
      </Stack>
      {chapters.length + tools.length === 0 && <Typography role="status">Nothing goes by these words.</Typography>}
    </Box>
  )
}

function ChapterSection({ chapter: { id, title, paragraphs, picture } }: { readonly chapter: Chapter }) {
  return (
    <Box component="section" aria-labelledby={id} sx={{ mb: 4 }}>
      <Typography variant="h2" id={id} sx={{ mb: 1 }}>
        {title}
      </Typography>
      {paragraphs.map((paragraph) => (
        <Typography key={paragraph} sx={{ mb: 1, lineHeight: 1.5 }}>
          {paragraph}
        </Typography>
      ))}
      {picture && (
        <Box
          component="img"
          src={`/help/pictures/${picture}`}
          alt={`The window: ${title}`}
          loading="lazy"
          width={1280}
          height={800}
          sx={{ width: '100%', height: 'auto', border: 1, borderColor: 'divider', borderRadius: 1 }}
        />
      )}
    </Box>
  )
}

function ToolLine({ tool }: { readonly tool: Tool }) {
  const { word, key, drawer, picture } = tool
  return (
    <Stack component="li" direction="row" sx={{ gap: 1.5, alignItems: 'start' }}>
      {picture && <ToolPicture picture={picture} size={28} />}
      <Box>
        <Typography variant="h3" component="h3">
          {word}
          {key && <Keys sx={{ ml: 1 }}>{key.toUpperCase()}</Keys>}
        </Typography>
        <Typography sx={{ fontSize: 13.5 }} color="text.secondary">
          {drawer ? `${drawerOf(drawer).word}. ` : ''}
          {saysAtFirst(tool)}
        </Typography>
      </Box>
    </Stack>
  )
}
