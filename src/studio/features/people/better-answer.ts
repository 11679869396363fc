/** An answer of better-auth: what went wrong is thrown, so that it shows like everything else. @throws Error */
export async function mustSucceed<T>(
  asked: Promise<{ data: T | null; error: { message?: string | undefined; detail?: string } | null }>,
): Promise<T> {
  const { data, error } = await asked
  if (error) throw new Error(error.detail ?? error.message ?? 'That did not work. Try again.')
  return data as T
}
