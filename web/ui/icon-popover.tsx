"use client";

import type { LucideIcon } from "lucide-react";
import { Popover } from "radix-ui";
import type { ReactNode } from "react";

/** A small button with a sign, and what it opens beside itself. */
export function IconPopover({
  icon: Icon,
  label,
  className,
  children,
}: {
  readonly icon: LucideIcon;
  readonly label: string;
  /** Measures of what is opened. */
  readonly className: string;
  readonly children: ReactNode;
}) {
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={label}
        title={label}
        className="rounded-sm border border-hairline bg-sheet p-1.5 hover:border-ink"
      >
        <Icon size={14} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          aria-label={label}
          className={`z-40 rounded-md border border-ink bg-paper text-[13px] shadow-lg ${className}`}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
