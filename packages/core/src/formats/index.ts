export {
  CARD_FILE,
  type FileFormat,
  type FileProblem,
  FAULT_MAP_FILE,
  fileSchema,
  PRACTICE_FILE,
  readFile,
  schemaOf,
  writeFile,
} from './formats'
