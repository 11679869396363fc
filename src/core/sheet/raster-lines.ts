/** Brightness of pixels, a byte each, rows from the top. */
export interface Greys {
  readonly data: Uint8Array
  readonly widthPx: number
  readonly heightPx: number
}

/** Darker than this part of white is ink. */
const INK = 150
/** Pieces of a line in one row are at least this long, and a line this long in all. */
const PIECE_PX = 10
const LINE_PX = 28
/** Strokes thicker than this are areas. */
const THICKEST_PX = 14
/** A speck of white in a line, and a gap to the piece in the next row that goes on with it. */
const SPECK_PX = 2

interface Piece {
  readonly from: number
  readonly to: number
  readonly row: number
}

interface Chain {
  pieces: Piece[]
  /** In the row that was looked at last. */
  last: Piece[]
}

/**
 * Long straight strokes of a scan that run nearly level or upright, by their centre lines: enough to find what printed
 * dimensions measure. Runs of ink in each row are chained to those of the next that go on with them, and a line is laid
 * through each chain.
 * @returns x1, y1, x2, y2 of each, in pixels, y down
 */
export function straightStrokes(greys: Greys): number[] {
  const upright = levelStrokes(transposed(greys))
  const turned = upright.map((_, i) => upright[i % 2 === 0 ? i + 1 : i - 1]!)
  return [...levelStrokes(greys), ...turned]
}

function transposed({ data, widthPx, heightPx }: Greys): Greys {
  const turned = new Uint8Array(data.length)
  for (let y = 0; y < heightPx; y++) for (let x = 0; x < widthPx; x++) turned[x * heightPx + y] = data[y * widthPx + x]!
  return { data: turned, widthPx: heightPx, heightPx: widthPx }
}

function levelStrokes({ data, widthPx, heightPx }: Greys): number[] {
  const strokes: number[] = []
  let open: Chain[] = []
  for (let row = 0; row < heightPx; row++) {
    const pieces = piecesOf(data.subarray(row * widthPx, (row + 1) * widthPx), row)
    const next: Chain[] = []
    const taken = new Set<Piece>()
    for (const chain of open) {
      const going = pieces.filter((piece) => chain.last.some((last) => goesOn(last, piece)))
      if (going.length === 0) {
        close(chain, strokes)
        continue
      }
      for (const piece of going) taken.add(piece)
      chain.pieces.push(...going)
      chain.last = going
      next.push(chain)
    }
    for (const piece of pieces) if (!taken.has(piece)) next.push({ pieces: [piece], last: [piece] })
    open = next
  }
  for (const chain of open) close(chain, strokes)
  return strokes
}

const goesOn = (last: Piece, piece: Piece): boolean =>
  piece.from <= last.to + SPECK_PX && piece.to >= last.from - SPECK_PX

function piecesOf(line: Uint8Array, row: number): Piece[] {
  const pieces: Piece[] = []
  let from = -1
  let to = -1
  const end = () => {
    if (from >= 0 && to - from + 1 >= PIECE_PX) pieces.push({ from, to, row })
    from = -1
  }
  for (let x = 0; x < line.length; x++) {
    if (line[x]! >= INK) continue
    if (from >= 0 && x - to - 1 > SPECK_PX) end()
    if (from < 0) from = x
    to = x
  }
  end()
  return pieces
}

/** Lays a line through a chain by least squares over its pixels; chains that are no strokes are dropped. */
function close({ pieces }: Chain, strokes: number[]): void {
  const from = Math.min(...pieces.map((piece) => piece.from))
  const to = Math.max(...pieces.map((piece) => piece.to))
  const length = to - from + 1
  if (length < LINE_PX) return
  let [n, sx, sy, sxx, sxy] = [0, 0, 0, 0, 0]
  for (const piece of pieces) {
    const count = piece.to - piece.from + 1
    const middle = (piece.from + piece.to) / 2
    n += count
    sx += count * middle
    sy += count * piece.row
    // Squares of a row of pixels: those of its middle, and of its spread around it.
    sxx += count * (middle * middle + (count * count - 1) / 12)
    sxy += count * middle * piece.row
  }
  const spread = sxx - (sx * sx) / n
  const slope = spread > 0 ? (sxy - (sx * sy) / n) / spread : 0
  const thickness = n / length
  if (thickness > THICKEST_PX || thickness * 4 > length || Math.abs(slope) > 0.2) return
  // A pen is round: its stroke ends half its thickness before its ink does. Pixels are counted by their corners.
  const end = thickness / 2
  const at = (x: number) => sy / n + slope * (x - 0.5 - sx / n) + 0.5
  strokes.push(from + end, at(from + end), to + 1 - end, at(to + 1 - end))
}
