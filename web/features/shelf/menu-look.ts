export const menuLook =
  "z-40 min-w-44 rounded-md border border-ink bg-paper p-1 text-[13px] shadow-lg";

export const menuItemLook =
  "flex items-center gap-2 rounded-sm px-2 py-1.5 outline-none data-[highlighted]:bg-madder-wash";
