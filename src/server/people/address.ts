/** Where a request comes from, as the door of the web writes it: what a client says of itself is not asked. */
export const ADDRESS_HEADER = 'x-calque-address'

export const addressOf = (headers: Headers): string => headers.get(ADDRESS_HEADER) ?? 'unknown'
