import { useQuery } from '@tanstack/react-query'
import type { IssueView } from '@/core/project/views'
import { issuesApi } from '@/studio/state/issues-api'
import { useProject } from '@/studio/state/project'

const LOOK_EVERY_MS = 700

export const issuesKey = (projectId: string) => ['issues', projectId] as const

/** What was issued of the project, the latest first; looked at again for as long as files are being made. */
export function useIssues(): { readonly issues: readonly IssueView[]; readonly isLoading: boolean } {
  const id = useProject((project) => project.id)
  const { data, isLoading } = useQuery({
    queryKey: issuesKey(id),
    queryFn: () => issuesApi.issues(id),
    refetchInterval: ({ state }) => (state.data?.some(({ status }) => status === 'making') ? LOOK_EVERY_MS : false),
  })
  return { issues: data ?? [], isLoading }
}
