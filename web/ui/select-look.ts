const LOOKS = {
  /** As wide and high as the fields around it. */
  field: "w-full justify-between rounded-md px-2.5 py-1.5",
  /** Within a line of words. */
  small: "rounded-sm px-1.5 py-0.5 text-[13px]",
  /** Among buttons. */
  button: "rounded-md px-2.5 py-1.5 text-[13px]",
} as const;

export type SelectLook = keyof typeof LOOKS;

/** The look of a list that opens, also for what stands in until it can. */
export function selectLook(look: SelectLook): string {
  return `inline-flex min-w-0 items-center gap-1.5 border border-hairline bg-sheet text-left hover:border-ink aria-invalid:border-madder ${LOOKS[look]}`;
}
