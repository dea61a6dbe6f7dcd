//! Quantities with their units, and kitchen measures.
//!
//! In every sentence a temperature, length or weight is written as its figure in °C, mm or g, a no-break
//! space and the unit (a range: `4 to 120 mm`, `175–180 °C`), and nothing else is. Whoever shows the
//! sentence in other units finds quantities by that mark and needs to know no English.

/// A temperature's unit, with the mark before it.
pub(crate) const CELSIUS: &str = "\u{a0}°C";
/// A difference of temperatures.
pub(crate) const DEGREES: &str = "\u{a0}C°";
/// A length's unit.
pub(crate) const MM: &str = "\u{a0}mm";
/// A weight's unit.
pub(crate) const GRAMS: &str = "\u{a0}g";

/// A share in whole per cent.
pub(crate) fn percent(share: f64) -> String {
    format!("{:.0} %", (share * 100.0).round() + 0.0)
}

/// Whole degrees with a proper minus.
pub(crate) fn signed(celsius: f64) -> String {
    format!("{celsius:.0}").replace('-', "−")
}

/// A length given in m, in whole millimetres.
pub(crate) fn millimetres(m: f64) -> String {
    format!("{:.0}{MM}", m * 1000.0)
}

/// To the gram below 100 g, to 5 g above.
pub(crate) fn rounded_g(grams: f64) -> f64 {
    match grams {
        g if g < 10.0 => (g * 10.0).round() / 10.0,
        g if g < 100.0 => g.round(),
        g => (g / 5.0).round() * 5.0,
    }
}

/// A number in quarters, as cooks write it.
pub(crate) fn fraction(value: f64) -> String {
    let whole = value.floor();
    let part = match value - whole {
        p if p < 0.125 => "",
        p if p < 0.375 => "¼",
        p if p < 0.625 => "½",
        _ => "¾",
    };
    if whole < 1.0 && !part.is_empty() { part.to_owned() } else { format!("{whole:.0}{part}") }
}
