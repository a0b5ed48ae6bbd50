export { type SheetFonts, setupSheetPdf } from './setupSheetPdf'
