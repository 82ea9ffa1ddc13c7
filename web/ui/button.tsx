import type { ButtonHTMLAttributes } from "react";

type Look = "main" | "plain" | "quiet";

const LOOKS: Readonly<Record<Look, string>> = {
  main: "border-ink bg-ink text-paper hover:bg-transparent hover:text-ink",
  plain: "border-hairline bg-sheet hover:border-ink",
  quiet: "border-transparent text-soft hover:text-ink",
};

/** Small ones stand within a line of words. */
type Size = "usual" | "small";

const SIZES: Readonly<Record<Size, string>> = {
  usual: "px-3 py-1.5 text-[13px]",
  small: "min-h-6 px-2 text-xs",
};

/** The looks of a button, also for links that act like one. */
export function buttonLook(look: Look = "plain", size: Size = "usual"): string {
  return `inline-flex items-center justify-center gap-1.5 whitespace-nowrap rounded-md border ${SIZES[size]} font-medium transition-colors disabled:pointer-events-none disabled:opacity-55 ${LOOKS[look]}`;
}

export function Button({
  look = "plain",
  size = "usual",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { readonly look?: Look; readonly size?: Size }) {
  return <button type="button" className={`${buttonLook(look, size)} ${className}`} {...rest} />;
}
