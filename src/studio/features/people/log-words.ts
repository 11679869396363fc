/** What a request did, for people: the first that its method and path begin with counts. */
const WORDS: readonly (readonly [RegExp, string])[] = [
  [/^POST .*\/people$/, 'Gave somebody a part in the project'],
  [/^PATCH .*\/people\//, 'Changed what somebody may do'],
  [/^DELETE .*\/people\//, 'Took somebody out of the project'],
  [/^DELETE .*\/invitations\//, 'Withdrew an invitation'],
  [/^POST .*\/links$/, 'Made a link'],
  [/^DELETE .*\/links\//, 'Ended a link'],
  [/^POST .*\/tokens$/, 'Made a token'],
  [/^DELETE .*\/tokens\//, 'Ended a token'],
  [/^GET .*\/(hand-over\/.+|file)$/, 'Exported a file'],
  [/^POST .*\/remarks$/, 'Imported remarks'],
  [/^POST .*\/sources$/, 'Brought in a file'],
  [/^DELETE .*\/sources\//, 'Removed a file'],
  [/^PATCH \/api\/sheets\//, 'Set the resolution of a page'],
  [/^PATCH \/api\/projects\/[^/]+$/, 'Renamed the project'],
  [/^DELETE \/api\/projects\/[^/]+$/, 'Put the project into the trash'],
  [/^POST \/api\/trash\//, 'Restored the project'],
]

/** @param action a request as it was written down: `POST /api/projects/…/links` */
export const logWords = (action: string): string => WORDS.find(([form]) => form.test(action))?.[1] ?? action
