import type { InstrumentKind } from "../instrument/instrument";

/** Sets as they are commonly sold: thousandths of an inch, thinnest first, w for wound. */
export const SET_ROWS: readonly (readonly [
  id: string,
  name: string,
  kinds: readonly InstrumentKind[],
  gauges: string,
])[] = [
  ["electric-8", "Extra light, 8–38", ["electric", "other"], "8 10 15 21w 30w 38w"],
  ["electric-9", "Light, 9–42", ["electric", "other"], "9 11 16 24w 32w 42w"],
  ["electric-9h", "Light, heavy bottom, 9–46", ["electric", "other"], "9 11 16 26w 36w 46w"],
  ["electric-10", "Regular, 10–46", ["electric", "slide", "other"], "10 13 17 26w 36w 46w"],
  ["electric-10h", "Regular, heavy bottom, 10–52", ["electric", "other"], "10 13 17 30w 42w 52w"],
  ["electric-11", "Medium, 11–49", ["electric", "slide", "other"], "11 14 18 28w 38w 49w"],
  ["electric-12", "Heavy, 12–54", ["electric", "slide", "baritone"], "12 16 20 32w 42w 54w"],
  ["electric-13", "Heavy, wound third, 13–56", ["electric", "slide"], "13 17 26w 36w 46w 56w"],
  ["electric-5", "Five strings, 10–36", ["electric"], "10 13 17 26w 36w"],
  ["electric-7", "Seven strings, 10–59", ["electric"], "10 13 17 26w 36w 46w 59w"],
  ["electric-8s", "Eight strings, 10–74", ["electric"], "10 13 17 26w 36w 46w 59w 74w"],
  ["electric-9s", "Nine strings, 9–90", ["electric"], "9 11 16 24w 32w 42w 54w 74w 90w"],
  ["acoustic-10", "Extra light, 10–47", ["acoustic"], "10 14 23w 30w 39w 47w"],
  ["acoustic-11", "Custom light, 11–52", ["acoustic"], "11 15 22w 32w 42w 52w"],
  ["acoustic-12", "Light, 12–53", ["acoustic", "slide"], "12 16 24w 32w 42w 53w"],
  ["acoustic-13", "Medium, 13–56", ["acoustic", "slide"], "13 17 26w 35w 45w 56w"],
  ["acoustic-5", "Five strings, 12–42", ["acoustic"], "12 16 24w 32w 42w"],
  ["classical-normal", "Normal tension", ["classical"], "28 32.2 40.3 29w 35w 43w"],
  ["classical-hard", "Hard tension", ["classical"], "28.5 32.7 41 30w 36w 44w"],
  ["baritone-13", "Baritone light, 13–62", ["baritone"], "13 17 26w 36w 46w 62w"],
  ["baritone-14", "Baritone, 14–68", ["baritone"], "14 18 28w 38w 50w 68w"],
  ["bass-40", "Bass light, 40–95", ["bass"], "40w 60w 75w 95w"],
  ["bass-45", "Bass regular, 45–105", ["bass"], "45w 65w 85w 105w"],
  ["bass-50", "Bass heavy, 50–110", ["bass"], "50w 70w 90w 110w"],
  ["bass-5", "Bass, five strings, 45–130", ["bass"], "45w 65w 85w 105w 130w"],
  ["bass-6", "Bass, six strings, 32–130", ["bass"], "32w 45w 65w 85w 105w 130w"],
];

/** Single strings that exist, in thousandths of an inch. */
export const PLAIN_STEEL_MILS: readonly number[] = [
  7, 8, 8.5, 9, 9.5, 10, 10.5, 11, 11.5, 12, 12.5, 13, 13.5, 14, 15, 16, 17, 18, 19, 20, 21, 22, 24,
  26,
];
export const WOUND_MILS: readonly number[] = [
  17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 28, 30, 32, 34, 35, 36, 38, 39, 42, 44, 45, 46, 48, 49,
  50, 52, 53, 54, 56, 58, 59, 60, 62, 64, 66, 68, 70, 72, 74, 80, 90,
];
export const BASS_MILS: readonly number[] = [
  20, 25, 28, 30, 32, 35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 85, 90, 95, 100, 105, 110, 115, 120,
  125, 130, 135, 140, 145,
];
export const PLAIN_NYLON_MILS: readonly number[] = [
  24, 26, 27.5, 28, 28.5, 29, 30, 31, 32.2, 32.7, 33.5, 36, 39, 40.3, 41, 42,
];
export const COPPER_MILS: readonly number[] = [
  22, 24, 26, 28, 29, 30, 31, 32, 33, 34, 35, 36, 38, 40, 42, 43, 44, 45, 46, 48, 50, 52, 54, 56,
];
