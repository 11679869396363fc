/** Releases of the standard that can be written (ISO 16739-1:2018 and :2024). */
export const IFC_RELEASES = ['IFC4', 'IFC4X3'] as const
export type IfcRelease = (typeof IFC_RELEASES)[number]
