"use client";

import { MoonStar } from "lucide-react";
import { switchTheme } from "./theme";

export function ThemeSwitch() {
  return (
    <button
      type="button"
      onClick={switchTheme}
      aria-label="Switch between day and evening theme"
      title="Day or evening theme"
      className="rounded-sm p-1.5 text-soft hover:text-ink"
    >
      <MoonStar size={16} aria-hidden />
    </button>
  );
}
