/** Handles of the fixed objects of a file; all others count on from FIRST_FREE. */
export const HANDLE = {
  blockTable: '1',
  layerTable: '2',
  styleTable: '3',
  lineTypeTable: '5',
  viewTable: '6',
  frameTable: '7',
  viewportTable: '8',
  applicationTable: '9',
  dimensionStyleTable: 'A',
  rootDictionary: 'C',
  groupDictionary: 'D',
  layoutDictionary: 'E',
  textStyle: '10',
  modelLayout: '11',
  paperBlock: '1B',
  modelBlock: '1F',
} as const

const FIRST_FREE = 0x100

/** Gives out handles, each once. */
export class Handles {
  private last = FIRST_FREE - 1

  next(): string {
    return (++this.last).toString(16).toUpperCase()
  }

  /** One that none of those has that were given out. */
  get seed(): string {
    return (this.last + 1).toString(16).toUpperCase()
  }
}
