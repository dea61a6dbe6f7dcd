/**
 * The page's own logic by name, for tables of cases that a test runs through the real bundle. The page
 * itself never asks for this file.
 */
export { readPreferences } from "@/kitchen/preferences";
export { inThisKitchen, toPrep, toRequest } from "@/kitchen/requests";
export {
  carryPrep,
  keptAddress,
  keptChoices,
  readAddress,
  readPrep,
  writeAddress,
  writePrep,
} from "@/lib/address";
export { linear } from "@/lib/scale";
export { civil, clock, readClock, readTime, spoken, wait } from "@/lib/time";
export { format, lengthIn, localise, massIn, temperatureIn } from "@/lib/units";
