export { drawingPdf, type DrawingSheet } from './drawingPdf'
export { setupSheetPdf } from './setupSheetPdf'
export { templatePdf } from './templatePdf'
