import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

/** What axe finds serious on what shows now. */
export async function seriousOn(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) =>
      nodes.map(({ html, failureSummary }) => `${id}: ${html.slice(0, 160)} ${failureSummary}`),
    )
}
