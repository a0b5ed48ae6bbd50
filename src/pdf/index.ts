export { type CheckPaper, checkSheetPdf } from './checkSheetPdf'
export { drawingPdf, type DrawingSheet } from './drawingPdf'
export { setupSheetPdf } from './setupSheetPdf'
export { templatePdf } from './templatePdf'
