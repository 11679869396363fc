import { useQuery } from '@tanstack/react-query'
import { isSameSpan } from '@/core/fit/proposal/choose'
import type { ScaleProposal } from '@/core/fit/proposal/propose'
import type { KnownDimension, Underlay } from '@/core/model/underlay/schema'
import { api } from '@/studio/state/api'
import { useProject } from '@/studio/state/project'
import { sheetOf } from '@/studio/tooling/sheet-of'

/** Figures of a scan take some seconds to read. */
const LOOK_AGAIN_MS = 1500

/** What the sheet of an underlay proposes of its scale: `undefined` until that is known. */
export function useProposal({ sheetId }: Underlay): { proposal: ScaleProposal | null; lettering: boolean } | undefined {
  const read = useProject(({ sources }) => sheetOf(sources, sheetId)?.sheet.status === 'ready')
  const { data } = useQuery({
    queryKey: ['proposal', sheetId],
    queryFn: () => api.proposal(sheetId),
    enabled: read,
    staleTime: Number.POSITIVE_INFINITY,
    refetchInterval: ({ state }) => (state.data?.lettering ? LOOK_AGAIN_MS : false),
  })
  return data
}

/** Printed dimensions that were accepted, as known ones that fit the sheet; those that are known already stay as they are. */
export const accepted = (chosen: ScaleProposal['dimensions'], known: readonly KnownDimension[]): KnownDimension[] =>
  chosen
    .filter(({ fromPt, toPt }) => !known.some((each) => isSameSpan(each, { fromPt, toPt })))
    .map(({ fromPt, toPt, statedMm }) => ({ id: crypto.randomUUID(), fromPt, toPt, statedMm, role: 'fit' }))
