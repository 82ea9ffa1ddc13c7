export { kindOf, READABLE_ENDINGS, type FileKind } from "./file-kind";
export { readFile, type FileOptions, type FileReading } from "./read-file";
