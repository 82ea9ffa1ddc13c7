import { readFileSync } from "node:fs";
import type { Mark } from "@intonazione/core/handout";
import { create, type Font } from "fontkit";
import { pathOf } from "./faces";
import { remembering } from "./remembering";
import { RenderContext, type FontInfo, type TextMeasure } from "vexflow/bravura";

/** The music font of the engraver. */
const bravura = create(
  readFileSync(/* turbopackIgnore: true */ pathOf("@vexflow-fonts/bravura/bravura.otf")),
) as Font;

const runOf = remembering((text: string) => bravura.layout(text));

/** How large a text is in the music font: what an engraver asks a canvas for in a browser. */
export function measure(text: string, size: number) {
  const run = runOf(text);
  const scale = size / bravura.unitsPerEm;
  const { minX, minY, maxX, maxY } = run.bbox;
  const isEmpty = !Number.isFinite(minX);
  return {
    width: run.advanceWidth * scale,
    actualBoundingBoxAscent: isEmpty ? 0 : maxY * scale,
    actualBoundingBoxDescent: isEmpty ? 0 : -minY * scale,
    actualBoundingBoxLeft: isEmpty ? 0 : -minX * scale,
    actualBoundingBoxRight: isEmpty ? 0 : maxX * scale,
    fontBoundingBoxAscent: bravura.ascent * scale,
    fontBoundingBoxDescent: -bravura.descent * scale,
    emHeightAscent: bravura.ascent * scale,
    emHeightDescent: -bravura.descent * scale,
    alphabeticBaseline: 0,
    hangingBaseline: 0,
    ideographicBaseline: 0,
  };
}

/** A size as style sheets write it: `30px`, `30pt`, or a number of points. */
export function pixelsOf(size: string | number | undefined): number {
  const match = /([\d.]+)\s*(pt|px)?/u.exec(String(size ?? 30));
  if (!match) return 30;
  return Number(match[1]) * (match[2] === "px" ? 1 : 4 / 3);
}

/** Takes down what the engraver draws as marks; its signs become outlines. */
export class MarkContext extends RenderContext {
  readonly marks: Mark[] = [];
  private d = "";
  private lineWidth = 1;
  private dash: readonly number[] = [];
  private size = 30;
  private readonly saved: { lineWidth: number; dash: readonly number[]; size: number }[] = [];
  private fontWords = "";

  override set fillStyle(_style: string) {}
  override get fillStyle(): string {
    return "#000";
  }
  override set strokeStyle(_style: string) {}
  override get strokeStyle(): string {
    return "#000";
  }
  override clear(): void {
    this.marks.length = 0;
  }
  override setFillStyle(): this {
    return this;
  }
  override setBackgroundFillStyle(): this {
    return this;
  }
  override setStrokeStyle(): this {
    return this;
  }
  override setShadowColor(): this {
    return this;
  }
  override setShadowBlur(): this {
    return this;
  }
  override setLineWidth(width: number): this {
    this.lineWidth = width;
    return this;
  }
  override setLineCap(): this {
    return this;
  }
  override setLineDash(dash: number[]): this {
    this.dash = dash;
    return this;
  }
  override scale(): this {
    return this;
  }
  override resize(): this {
    return this;
  }
  override rect(x: number, y: number, width: number, height: number): this {
    this.d += `M${x} ${y}h${width}v${height}h${-width}Z`;
    return this;
  }
  override fillRect(x: number, y: number, width: number, height: number): this {
    this.marks.push({
      kind: "path",
      d: `M${x} ${y}h${width}v${height}h${-width}Z`,
      width: 0,
      grey: 0,
    });
    return this;
  }
  override clearRect(): this {
    return this;
  }
  override pointerRect(): this {
    return this;
  }
  override beginPath(): this {
    this.d = "";
    return this;
  }
  override moveTo(x: number, y: number): this {
    this.d += `M${x} ${y}`;
    return this;
  }
  override lineTo(x: number, y: number): this {
    this.d += `L${x} ${y}`;
    return this;
  }
  override bezierCurveTo(
    ax: number,
    ay: number,
    bx: number,
    by: number,
    x: number,
    y: number,
  ): this {
    this.d += `C${ax} ${ay} ${bx} ${by} ${x} ${y}`;
    return this;
  }
  override quadraticCurveTo(cx: number, cy: number, x: number, y: number): this {
    this.d += `Q${cx} ${cy} ${x} ${y}`;
    return this;
  }
  override arc(
    x: number,
    y: number,
    radius: number,
    start: number,
    end: number,
    isBack: boolean,
  ): this {
    const isWhole = Math.abs(end - start) >= 2 * Math.PI - 1e-6;
    const stop = isWhole ? start + Math.PI : end;
    const at = (angle: number) => `${x + radius * Math.cos(angle)} ${y + radius * Math.sin(angle)}`;
    const large = !isWhole && Math.abs(end - start) > Math.PI ? 1 : 0;
    const sweep = isBack ? 0 : 1;
    this.d += `${this.d === "" ? "M" : "L"}${at(start)}A${radius} ${radius} 0 ${large} ${sweep} ${at(stop)}`;
    if (isWhole) this.d += `A${radius} ${radius} 0 0 ${sweep} ${at(start)}`;
    return this;
  }
  override closePath(): this {
    this.d += "Z";
    return this;
  }
  override fill(): this {
    if (this.d !== "") this.marks.push({ kind: "path", d: this.d, width: 0, grey: 0 });
    return this;
  }
  override stroke(): this {
    const { lineWidth, dash } = this;
    if (this.d === "") return this;
    const dashed = dash.length > 0 ? { dash } : {};
    this.marks.push({ kind: "path", d: this.d, width: lineWidth, grey: 0, ...dashed });
    return this;
  }
  override fillText(text: string, x: number, y: number): this {
    const isSigns = [...text].every((sign) => sign.codePointAt(0)! >= 0xe000);
    if (!isSigns) {
      const { size } = this;
      this.marks.push({ kind: "text", x, y, text, face: "sans", size, anchor: "start", grey: 0 });
      return this;
    }
    const { glyphs, positions } = runOf(text);
    const scale = this.size / bravura.unitsPerEm;
    let at = x;
    for (const [index, glyph] of glyphs.entries()) {
      const d = glyph.path.transform(scale, 0, 0, -scale, at, y).toSVG();
      if (d !== "") this.marks.push({ kind: "path", d, width: 0, grey: 0 });
      at += positions[index]!.xAdvance * scale;
    }
    return this;
  }
  override save(): this {
    const { lineWidth, dash, size } = this;
    this.saved.push({ lineWidth, dash, size });
    return this;
  }
  override restore(): this {
    const saved = this.saved.pop();
    if (saved) Object.assign(this, saved);
    return this;
  }
  override openGroup(): undefined {
    return undefined;
  }
  override closeGroup(): void {}
  override openRotation(): void {}
  override closeRotation(): void {}
  override add(): void {}
  override measureText(text: string): TextMeasure {
    const {
      width,
      actualBoundingBoxAscent: up,
      actualBoundingBoxDescent: down,
    } = measure(text, this.size);
    return { x: 0, y: -up, width, height: up + down };
  }
  override setFont(font?: string | FontInfo, size?: string | number): this {
    const wanted = typeof font === "object" ? font.size : (size ?? font);
    this.size = pixelsOf(wanted);
    this.fontWords = `${this.size}px Bravura`;
    return this;
  }
  override getFont(): string {
    return this.fontWords;
  }
}
