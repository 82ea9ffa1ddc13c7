export const menuLook =
  "z-40 min-w-44 rounded-md border border-ink bg-paper p-1 text-[13px] shadow-lg";

export const menuItemLook =
  "flex items-center gap-2 rounded-sm px-2 py-1.5 outline-none data-[highlighted]:bg-madder-wash";

export const stateButtonLook =
  "flex items-center gap-1.5 rounded-sm border border-hairline bg-paper px-2 py-1 text-ink hover:border-ink";
export const moreButtonLook =
  "rounded-sm border border-transparent p-1 hover:border-hairline hover:text-ink";
