"use client";

import { SONG_STATES } from "@intonazione/core/catalogue";
import { Check } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import type { StateChoice } from "./card-acts";
import { menuItemLook, menuLook, stateButtonLook } from "./menu-look";
import { StateSign } from "./state-sign";

/** How far a song is, and what else it may be. */
export default function StateMenu({
  state,
  onState,
  isOpenAtFirst,
}: StateChoice & { readonly isOpenAtFirst: boolean }) {
  return (
    <DropdownMenu.Root defaultOpen={isOpenAtFirst}>
      <DropdownMenu.Trigger
        tabIndex={-1}
        aria-label={`State: ${state}`}
        className={stateButtonLook}
      >
        <StateSign state={state} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" sideOffset={4} className={menuLook}>
          <DropdownMenu.RadioGroup
            value={state}
            onValueChange={(next) => onState(SONG_STATES.find((one) => one === next) ?? state)}
          >
            {SONG_STATES.map((one, index) => (
              <DropdownMenu.RadioItem key={one} value={one} className={menuItemLook}>
                <StateSign state={one} />
                <span className="flex-1" />
                {one === state && <Check size={13} aria-hidden />}
                <kbd className="text-xs text-soft">{index + 1}</kbd>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
