/** Stands in for the types of a library of fonts, which would bring those of a document into the core. */
export type Font = never
export type Glyph = never
export type BoundingBox = never
declare const nothing: never
export default nothing
