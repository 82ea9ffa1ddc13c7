export type Theme = "day" | "evening";

const STORED_AS = "intonazione-theme";

/** Runs before the first paint: the stored theme, or what the system prefers. */
export const themeScript = `try{var t=localStorage.getItem("${STORED_AS}")}catch(e){}
document.documentElement.dataset.theme=t||(matchMedia("(prefers-color-scheme: dark)").matches?"evening":"day")`;

export function switchTheme(): void {
  const { dataset } = document.documentElement;
  const next: Theme = dataset["theme"] === "evening" ? "day" : "evening";
  dataset["theme"] = next;
  try {
    localStorage.setItem(STORED_AS, next);
  } catch {
    // A browser that stores nothing still switches for this visit.
  }
}
