import type { ButtonHTMLAttributes } from "react";

type Look = "main" | "plain" | "quiet";

const LOOKS: Readonly<Record<Look, string>> = {
  main: "border-ink bg-ink text-paper hover:bg-transparent hover:text-ink",
  plain: "border-hairline bg-sheet hover:border-ink",
  quiet: "border-transparent text-soft hover:text-ink",
};

/** The looks of a button, also for links that act like one. */
export function buttonLook(look: Look = "plain"): string {
  return `inline-flex items-center justify-center gap-1.5 whitespace-nowrap rounded-md border px-3 py-1.5 text-[13px] font-medium transition-colors disabled:pointer-events-none disabled:opacity-55 ${LOOKS[look]}`;
}

export function Button({
  look = "plain",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { readonly look?: Look }) {
  return <button type="button" className={`${buttonLook(look)} ${className}`} {...rest} />;
}
