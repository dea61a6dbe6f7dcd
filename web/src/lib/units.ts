/** Units as the cook likes them; everything inside stays in °C, mm and g. */
export interface Units {
  temperature: "C" | "F";
  length: "mm" | "in";
  mass: "g" | "oz";
}

const MM_PER_INCH = 25.4;
const G_PER_OUNCE = 28.349523125;

const toFahrenheit = (celsius: number): number => celsius * 1.8 + 32;
const fromFahrenheit = (fahrenheit: number): number => (fahrenheit - 32) / 1.8;

export interface Quantity {
  /** Unit as written. */
  unit: string;
  /** Step of a control, in the shown unit. */
  step: number;
  digits: number;
  show: (si: number) => number;
  read: (shown: number) => number;
}

export function temperatureIn(units: Units): Quantity {
  return units.temperature === "C"
    ? { unit: "°C", step: 1, digits: 0, show: (c) => c, read: (c) => c }
    : { unit: "°F", step: 1, digits: 0, show: toFahrenheit, read: fromFahrenheit };
}

/** A difference of temperatures. */
export function differenceIn(units: Units): Quantity {
  return units.temperature === "C"
    ? { unit: "C°", step: 1, digits: 0, show: (k) => k, read: (k) => k }
    : { unit: "F°", step: 1, digits: 0, show: (k) => 1.8 * k, read: (k) => k / 1.8 };
}

export function lengthIn(units: Units): Quantity {
  return units.length === "mm"
    ? { unit: "mm", step: 1, digits: 0, show: (mm) => mm, read: (mm) => mm }
    : {
        unit: "in",
        step: 0.05,
        digits: 2,
        show: (mm) => mm / MM_PER_INCH,
        read: (inch) => inch * MM_PER_INCH,
      };
}

export function massIn(units: Units): Quantity {
  return units.mass === "g"
    ? { unit: "g", step: 10, digits: 0, show: (g) => g, read: (g) => g }
    : {
        unit: "oz",
        step: 0.5,
        digits: 1,
        show: (g) => g / G_PER_OUNCE,
        read: (oz) => oz * G_PER_OUNCE,
      };
}

/** A figure and its unit, which stay on one line. */
export const format = (quantity: Quantity, si: number): string =>
  `${quantity.show(si).toFixed(quantity.digits).replace("-", "−")}\u00a0${quantity.unit}`;

/** A quantity in a sentence, as the core marks it: a figure or a range, a no-break space, the unit. */
const QUANTITY =
  /([−-]?\d+(?:\.\d+)?)(?:( to |–)([−-]?\d+(?:\.\d+)?))?\u00a0(°C|mm|g)(?![\p{L}\d°])/gu;

/** Rewrites the quantities of a sentence in the cook's units. */
export function localise(text: string, units: Units): string {
  const quantities: Record<string, Quantity> = {
    "°C": temperatureIn(units),
    mm: lengthIn(units),
    g: massIn(units),
  };
  const converted = text.replace(
    QUANTITY,
    (
      whole: string,
      from: string,
      join: string | undefined,
      to: string | undefined,
      unit: string,
    ) => {
      const quantity = quantities[unit];
      if (!quantity || quantity.unit === unit) return whole;
      const show = (figure: string) =>
        quantity
          .show(Number(figure.replace("−", "-")))
          .toFixed(quantity.digits)
          .replace("-", "−");
      return `${show(from)}${join && to ? join + show(to) : ""}\u00a0${quantity.unit}`;
    },
  );
  // Other figures and their units stay on one line too.
  return converted.replace(/(\d) (%|s|l)(?!\w)/g, "$1\u00a0$2");
}
