"use client";

import { Check, ChevronDown } from "lucide-react";
import { Select as Radix } from "radix-ui";
import { useState, type ReactNode } from "react";
import type { FieldTies } from "./field";
import { selectLook, type SelectLook } from "./select-look";

export interface Option<Value extends string> {
  readonly value: Value;
  readonly label: ReactNode;
  /** Set under a heading of this name, with its neighbours of the same one. */
  readonly group?: string;
}

/** One of several, chosen from a list that opens. Letters find a choice by its first ones. */
export function Select<Value extends string>({
  label,
  ties,
  value,
  options,
  onChange,
  isDisabled = false,
  isOpenAtFirst = false,
  look = "field",
  className = "",
}: {
  /** Where no label beside it names it. */
  readonly label?: string;
  /** Of the field around it. */
  readonly ties?: FieldTies;
  readonly value: Value;
  readonly options: readonly Option<Value>[];
  readonly onChange: (value: Value) => void;
  readonly isDisabled?: boolean;
  /** Opens as soon as it is there. */
  readonly isOpenAtFirst?: boolean;
  readonly look?: SelectLook;
  readonly className?: string;
}) {
  const chosen = options.find((option) => option.value === value);
  // Choices are drawn, even behind a closed list, from when somebody comes near: there may be hundreds.
  const [isNear, setNear] = useState(isOpenAtFirst);
  const comeNear = () => setNear(true);
  return (
    <Radix.Root
      value={sent(value)}
      disabled={isDisabled}
      defaultOpen={isOpenAtFirst}
      onOpenChange={comeNear}
      onValueChange={(next) => onChange(received(next))}
    >
      <Radix.Trigger
        {...ties}
        aria-label={label}
        onPointerEnter={comeNear}
        onFocus={comeNear}
        className={`${selectLook(look)} ${className}`}
      >
        <span className="min-w-0 truncate">
          <Radix.Value>{chosen?.label}</Radix.Value>
        </span>
        <Radix.Icon asChild>
          <ChevronDown size={13} aria-hidden className="shrink-0 text-soft" />
        </Radix.Icon>
      </Radix.Trigger>
      {isNear && <Choices options={options} />}
    </Radix.Root>
  );
}

function Choices<Value extends string>({
  options,
}: {
  readonly options: readonly Option<Value>[];
}) {
  return (
    <Radix.Portal>
      <Radix.Content
        position="popper"
        sideOffset={4}
        className="z-60 max-h-[min(420px,var(--radix-select-content-available-height))] min-w-(--radix-select-trigger-width) overflow-hidden rounded-md border border-ink bg-paper text-[13px] shadow-lg"
      >
        <Radix.Viewport className="p-1">
          {grouped(options).map(([group, members]) => (
            <Radix.Group key={group ?? ""}>
              {group !== undefined && (
                <Radix.Label className="px-2 pt-1.5 pb-0.5 text-xs text-soft">{group}</Radix.Label>
              )}
              {members.map((option) => (
                <Radix.Item
                  key={option.value}
                  value={sent(option.value)}
                  className="flex cursor-pointer items-center gap-2 rounded-sm py-1 pr-3 pl-1.5 outline-none data-[highlighted]:bg-madder-wash"
                >
                  <span className="w-3.5 shrink-0">
                    <Radix.ItemIndicator>
                      <Check size={13} aria-hidden />
                    </Radix.ItemIndicator>
                  </span>
                  <Radix.ItemText>{option.label}</Radix.ItemText>
                </Radix.Item>
              ))}
            </Radix.Group>
          ))}
        </Radix.Viewport>
      </Radix.Content>
    </Radix.Portal>
  );
}

/** The list itself keeps the empty word for “nothing chosen”; ours may be a choice like any other. */
const sent = (value: string) => `=${value}`;
const received = <Value extends string>(value: string) => value.slice(1) as Value;

function grouped<Value extends string>(
  options: readonly Option<Value>[],
): readonly (readonly [string | undefined, readonly Option<Value>[]])[] {
  const groups: [string | undefined, Option<Value>[]][] = [];
  for (const option of options) {
    const last = groups.at(-1);
    if (last && last[0] === option.group) last[1].push(option);
    else groups.push([option.group, [option]]);
  }
  return groups;
}
