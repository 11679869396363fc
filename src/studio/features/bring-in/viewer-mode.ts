export type ViewerMode = 'look' | 'rectangle' | 'polygon'
