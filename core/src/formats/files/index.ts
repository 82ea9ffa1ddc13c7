export { readArchive } from "./archive";
export { MAX_FILE_BYTES, sizeProblem } from "./bounds";
export { decodeText } from "./decode-text";
export { fileNameOf } from "./file-name";
