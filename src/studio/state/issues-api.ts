import type { IssueView } from '@/core/project/views'
import { call, send } from './api'

/** What was issued of projects, over HTTP. */
export const issuesApi = {
  issues: (projectId: string) => call<IssueView[]>(`/api/projects/${projectId}/issues`),
  issue: (projectId: string, wish: { readonly name: string; readonly formats: readonly string[] }) =>
    call<{ id: string }>(`/api/projects/${projectId}/issues`, send('POST', wish)),
  removeIssue: (projectId: string, id: string) => call<void>(`/api/projects/${projectId}/issues/${id}`, send('DELETE')),
}

export const issueUrl = (projectId: string, id: string): string => `/api/projects/${projectId}/issues/${id}/file`
