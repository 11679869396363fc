/** Where somebody goes on after signing in: a page of ours, whatever the address says. */
export const safeWay = (to: string | null): string => (to && /^\/(?![/\\])/.test(to) ? to : '/')
