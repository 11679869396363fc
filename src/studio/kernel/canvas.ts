/** What is painted on: the board, or a picture that is painted beside it. */
export type Canvas = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D
