/** A UUID as it is usually written, in lower case (RFC 9562). */
export const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/
