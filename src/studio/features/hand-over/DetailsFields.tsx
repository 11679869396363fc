'use client'

import Stack from '@mui/material/Stack'
import Typography from '@mui/material/Typography'
import { NAME_PARTS, USUAL_PATTERN } from '@/core/formats/file-name'
import { type Settings, settingsOf } from '@/core/model/settings/schema'
import { TITLE_FIELDS, type TitleField } from '@/core/model/settings/title-fields'
import { put } from '@/studio/state/edits'
import { useProject } from '@/studio/state/project'
import { CommittedField } from '@/studio/ui/CommittedField'
import { LengthField } from '@/studio/ui/LengthField'

type Site = NonNullable<Settings['site']>

/** A number that may be left out. @throws Error with a sentence */
function figureOf(text: string, limit: number, what: string): number | undefined {
  if (text === '') return undefined
  const value = Number(text.replace(',', '.'))
  if (!(Math.abs(value) <= limit)) throw new Error(`${what} is a number of degrees up to ${limit}.`)
  return value
}

/** What drawings and models say of the project: title block, place, and how files are named. */
export function DetailsFields() {
  const records = useProject((project) => project.records)
  const settings = settingsOf(records)
  const { title = {}, site = {}, fileNames = '' } = settings
  const keep = (part: Partial<Settings>) => put('Change project details', { ...settings, ...part })
  const keepTitle = (key: TitleField, text: string) =>
    keep({ title: { ...title, [key]: text.slice(0, 80) || undefined } })
  const keepSite = (part: Partial<Site>) => keep({ site: { ...site, ...part } })
  const degrees = (rad: number | undefined) =>
    rad === undefined ? '' : String(Number(((rad * 180) / Math.PI).toFixed(6)))
  return (
    <Stack component="section" aria-label="Project details" sx={{ gap: 1.25 }}>
      <Typography color="text.secondary" sx={{ fontSize: 12.5 }}>
        Written in the title block of drawings, and in IFC, STEP and COBie where they have a place for it.
      </Typography>
      <Stack sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        {TITLE_FIELDS.map(({ key, word }) => (
          <CommittedField key={key} label={word} value={title[key] ?? ''} onCommit={(text) => keepTitle(key, text)} />
        ))}
      </Stack>
      <Typography variant="h3">Place on the map</Typography>
      <Stack sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <LengthField label="Zero: east" mm={site.eastMm} usual={0} onTake={(eastMm) => keepSite({ eastMm })} />
        <LengthField label="Zero: north" mm={site.northMm} usual={0} onTake={(northMm) => keepSite({ northMm })} />
        <LengthField label="Zero: height" mm={site.upMm} usual={0} onTake={(upMm) => keepSite({ upMm })} />
        <CommittedField
          label="True north, °"
          helperText="From upwards on the plan, to the left"
          value={degrees(site.northRad)}
          onCommit={(text) => {
            const deg = figureOf(text, 360, 'True north')
            keepSite({ northRad: deg === undefined ? undefined : (deg * Math.PI) / 180 })
          }}
        />
        <CommittedField
          label="Map system"
          placeholder="EPSG:25832"
          value={site.system ?? ''}
          onCommit={(text) => keepSite({ system: text.slice(0, 60) || undefined })}
        />
        <CommittedField
          label="Latitude, °"
          value={site.latitudeDeg === undefined ? '' : String(site.latitudeDeg)}
          onCommit={(text) => keepSite({ latitudeDeg: figureOf(text, 90, 'A latitude') })}
        />
        <CommittedField
          label="Longitude, °"
          value={site.longitudeDeg === undefined ? '' : String(site.longitudeDeg)}
          onCommit={(text) => keepSite({ longitudeDeg: figureOf(text, 180, 'A longitude') })}
        />
      </Stack>
      <CommittedField
        label="Names of files"
        placeholder={USUAL_PATTERN}
        value={fileNames}
        helperText={NAME_PARTS.map((part) => `{${part}}`).join(' ')}
        onCommit={(text) => keep({ fileNames: text.slice(0, 200) || undefined })}
      />
    </Stack>
  )
}
