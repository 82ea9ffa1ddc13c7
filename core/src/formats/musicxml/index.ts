export { writeMusicXml, writeMxl } from "./write-musicxml";
