import { greyHex, type Mark, type Page } from "@intonazione/core/handout";
import PDFDocument from "pdfkit";
import { fontNamed, runsOf, widthOf, type FontName } from "./faces";

export interface PdfFacts {
  readonly title: string;
  /** What is written as the date of the document. */
  readonly made: Date;
}

/** Pages as a PDF: vectors, fonts embedded, text that can be selected, black and greys only. */
export async function printPdf(
  pages: readonly Page[],
  { title, made }: PdfFacts,
): Promise<Uint8Array> {
  const document = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    info: { Title: title, Creator: "Intonazione", CreationDate: made, ModDate: made },
    lang: "en",
    displayTitle: true,
  });
  const chunks: Buffer[] = [];
  const done = new Promise<Uint8Array>((resolve, reject) => {
    document.on("data", (chunk: Buffer) => chunks.push(chunk));
    document.on("end", () => resolve(Buffer.concat(chunks)));
    document.on("error", reject);
  });
  const registered = new Set<FontName>();
  const use = (name: FontName) => {
    if (!registered.has(name)) {
      document.registerFont(name, fontNamed(name).file);
      registered.add(name);
    }
    document.font(name);
  };
  for (const { width, height, marks } of pages) {
    document.addPage({ size: [width, height], margin: 0 });
    for (const mark of marks) draw(mark);
  }
  document.end();
  return done;

  function draw(mark: Mark): void {
    switch (mark.kind) {
      case "group":
        document.save().translate(mark.x, mark.y).scale(mark.scale);
        for (const one of mark.marks) draw(one);
        document.restore();
        return;
      case "box":
        document.rect(mark.x, mark.y, mark.width, mark.height).fill(greyHex(mark.grey));
        return;
      case "path": {
        const path = document.path(mark.d);
        if (mark.width === 0) path.fill(greyHex(mark.grey));
        else {
          path.lineWidth(mark.width);
          if (mark.dash) path.dash(mark.dash[0]!, { space: mark.dash[1] ?? mark.dash[0]! });
          path.stroke(greyHex(mark.grey));
          if (mark.dash) document.undash();
        }
        return;
      }
      case "text":
        drawText(mark);
    }
  }

  function drawText({
    x,
    y,
    text,
    face,
    size,
    anchor,
    grey,
  }: Extract<Mark, { kind: "text" }>): void {
    const width = anchor === "start" ? 0 : widthOf(text, face, size);
    let at = x - (anchor === "middle" ? width / 2 : anchor === "end" ? width : 0);
    document.fillColor(greyHex(grey)).fontSize(size);
    for (const run of runsOf(text, face)) {
      use(run.font.name);
      document.text(run.text, at, y, { lineBreak: false, baseline: "alphabetic" });
      at += run.advance * size;
    }
  }
}
