//! Draws a piece cut open on its plate: the demo's photos, of nobody's fish.

use cindo_core::plan::PlanAnswer;
use image::{DynamicImage, Rgb, RgbImage};

const WIDTH_PX: u32 = 720;
const HEIGHT_PX: u32 = 480;
/// Pixels for a millimetre of fish.
const PX_MM: f64 = 6.0;
/// Half of the piece and of the plate across, pixels.
const PIECE_PX: f64 = 230.0;
const PLATE_PX: (f64, f64) = (340.0, 200.0);

const TABLE: [f64; 3] = [96.0, 72.0, 54.0];
const PLATE: [f64; 3] = [232.0, 230.0, 222.0];
const RIM: [f64; 3] = [206.0, 203.0, 194.0];
/// Flesh by its temperature, °C: glassy, setting, pearly, flaky, dry.
const FLESH: [(f64, [f64; 3]); 5] = [
    (20.0, [186.0, 160.0, 150.0]),
    (42.0, [214.0, 196.0, 184.0]),
    (52.0, [240.0, 228.0, 214.0]),
    (64.0, [240.0, 222.0, 192.0]),
    (85.0, [214.0, 176.0, 128.0]),
];
const CRUST: [f64; 3] = [138.0, 84.0, 44.0];

/// The piece of a plan when it is eaten.
pub(crate) fn plate(plan: &PlanAnswer) -> DynamicImage {
    let section = &plan.section;
    let eaten = section.temperature_c.last().map_or(&[][..], Vec::as_slice);
    let last = |crust: &[f64]| crust.last().copied().unwrap_or_default();
    let crusts = (last(&plan.series.crust_bottom_mm), last(&plan.series.crust_top_mm));
    let thickness_mm = section.height_mm.last().copied().unwrap_or(20.0);
    let image = RgbImage::from_fn(WIDTH_PX, HEIGHT_PX, |x, y| {
        let across = f64::from(x) - f64::from(WIDTH_PX) / 2.0;
        let down = f64::from(y) - f64::from(HEIGHT_PX) / 2.0;
        // A little grain, the same every time.
        let grain = f64::from((x * 7919 + y * 104_729) % 17) - 8.0;
        let [r, g, b] = at(across, down, thickness_mm, (eaten, crusts));
        let shade = |v: f64| {
            #[expect(
                clippy::cast_possible_truncation,
                clippy::cast_sign_loss,
                reason = "saturates"
            )]
            let shade = (v + 0.6 * grain) as u8;
            shade
        };
        Rgb([shade(r), shade(g), shade(b)])
    });
    DynamicImage::ImageRgb8(image)
}

/// The colour at a place, pixels from the middle.
fn at(
    across: f64,
    down: f64,
    thickness_mm: f64,
    (eaten, crusts): (&[f64], (f64, f64)),
) -> [f64; 3] {
    let round = |(a, b): (f64, f64)| (across / a).powi(2) + (down / b).powi(2);
    let half_px = 0.5 * thickness_mm * PX_MM;
    // Its ends are round, as a portion's are.
    let within = (across.abs() / PIECE_PX).powi(8) + (down.abs() / half_px).powi(8) < 1.0;
    if within && !eaten.is_empty() {
        let up_mm = (half_px - down) / PX_MM;
        if up_mm < crusts.0.max(0.3) || thickness_mm - up_mm < crusts.1.max(0.3) {
            return CRUST;
        }
        let share = up_mm / thickness_mm;
        #[expect(
            clippy::cast_possible_truncation,
            clippy::cast_sign_loss,
            clippy::cast_precision_loss,
            reason = "a place in a short list"
        )]
        let place = (share * (eaten.len() - 1) as f64).round() as usize;
        return flesh(eaten[place.min(eaten.len() - 1)]);
    }
    match round(PLATE_PX) {
        d if d < 0.72 => PLATE,
        d if d < 1.0 => RIM,
        _ => TABLE,
    }
}

fn flesh(temperature_c: f64) -> [f64; 3] {
    let next = FLESH.iter().position(|(c, _)| temperature_c < *c).unwrap_or(FLESH.len());
    match next {
        0 => FLESH[0].1,
        n if n == FLESH.len() => FLESH[n - 1].1,
        n => {
            let ((from_c, from), (to_c, to)) = (FLESH[n - 1], FLESH[n]);
            let share = (temperature_c - from_c) / (to_c - from_c);
            std::array::from_fn(|i| from[i] + share * (to[i] - from[i]))
        }
    }
}
