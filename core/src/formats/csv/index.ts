export { writeCsv } from "./write-csv";
