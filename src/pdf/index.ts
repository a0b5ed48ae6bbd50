export { type SheetFonts, setupSheetPdf } from './setupSheetPdf'
export { templatePdf } from './templatePdf'
