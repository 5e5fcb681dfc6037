export { PointerFinder, type Found } from './finder'
