"use client";

import { Dialog as Radix } from "radix-ui";
import { X } from "lucide-react";
import type { ReactNode } from "react";

/** A sheet laid over the page; Escape and the cross close it, focus returns to where it came from. */
export function Dialog({
  open,
  onClose,
  title,
  description,
  isWide = false,
  children,
}: {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly title: string;
  readonly description: string;
  readonly isWide?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-[#1d253055]" />
        <Radix.Content
          onEscapeKeyDown={(press) => {
            // A field that Escape only leaves.
            const field = document.activeElement?.closest("[data-keeps-escape]");
            if (field) press.preventDefault();
          }}
          className={`fixed top-1/2 left-1/2 z-50 flex max-h-[92vh] ${isWide ? "w-[min(1120px,96vw)]" : "w-[min(920px,94vw)]"} -translate-1/2 flex-col rounded-md border border-ink bg-paper shadow-xl`}
        >
          <div className="flex items-start gap-4 border-b border-hairline px-5 py-3">
            <div className="flex-1">
              <Radix.Title className="font-serif text-xl">{title}</Radix.Title>
              <Radix.Description className="text-soft">{description}</Radix.Description>
            </div>
            <Radix.Close aria-label="Close" className="rounded-sm p-1 text-soft hover:text-ink">
              <X size={18} aria-hidden />
            </Radix.Close>
          </div>
          <div className="min-h-0 overflow-y-auto px-5 py-4">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
