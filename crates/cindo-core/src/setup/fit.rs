//! Whether it fits, how many at once, and how high the liquid stands.

use super::Setup;
use crate::catalogue::{Gear, Liquid};
use cindo_heat::bounded::Bounded;

/// Share of the bottom that pieces can cover without touching (common practice).
const PACKING: f64 = 0.75;

/// Liquid keeps this far below the rim, mm.
pub(crate) const RIM_MM: f64 = 20.0;

/// Oil and fish together may fill a pot to this share of its height (common practice).
pub(crate) const OIL_LEVEL_LIMIT: f64 = 0.5;
/// What cannot be reached is not worth a search, pieces.
const MOST_PIECES: u32 = 60;

/// How many pieces of this length and width find room.
pub(crate) fn places(setup: &Setup<'_>) -> u32 {
    let Some(vessel) = setup.vessel() else { return 1 };
    if setup.length_m * 1000.0 > longest_mm(vessel) {
        return 0;
    }
    let footprint_m2 = setup.length_m * setup.width_m;
    let room = (PACKING * vessel.area_m2() / footprint_m2).floor();
    #[expect(
        clippy::cast_possible_truncation,
        clippy::cast_sign_loss,
        reason = "clamped to 1 to MOST_PIECES"
    )]
    let room = room.bounded(1.0, f64::from(MOST_PIECES)) as u32;
    room
}

/// Longest piece that lies flat in it, mm: across a round one, corner to corner in a box.
pub(crate) fn longest_mm(vessel: &Gear) -> f64 {
    let [a, b] = vessel.inside_mm;
    if vessel.round { a } else { a.hypot(b) }
}

/// Level of the liquid with the fish in, mm.
pub(crate) fn level_mm(setup: &Setup<'_>) -> Option<f64> {
    let vessel = setup.vessel()?;
    let litres = setup.fill_l()?;
    let fish_m3 = setup.volume_m3() * f64::from(setup.count);
    let half_out = setup.method.fill.is_some_and(|f| f.share.is_none());
    let under_m3 = if half_out { 0.5 * fish_m3 } else { fish_m3 };
    Some(1000.0 * (litres / 1000.0 + under_m3) / vessel.area_m2())
}

/// Level of the oil with the fish in as a share of the pot's height; none without oil.
pub(crate) fn oil_level_share(setup: &Setup<'_>) -> Option<f64> {
    let fill = setup.method.fill?;
    let vessel = setup.vessel()?;
    (fill.liquid == Liquid::Oil).then(|| level_mm(setup).map(|mm| mm / vessel.height_mm))?
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::catalogue::Catalogue;
    use crate::piece::Piece;
    use crate::setup::{PlanRequest, resolve};

    fn room(cut: &str, thickness_mm: f64, length_mm: f64, width_mm: f64, gear: &str) -> u32 {
        let catalogue = Catalogue::embedded().unwrap();
        let request = PlanRequest {
            piece: Piece {
                species: "cod".into(),
                cut: cut.into(),
                thickness_mm,
                width_mm: Some(width_mm),
                length_mm: Some(length_mm),
                start_c: 5.0,
                ..Piece::default()
            },
            method: "sear".into(),
            gear: Some(vec![gear.to_owned()]),
            ..PlanRequest::default()
        };
        places(&resolve((&catalogue).into(), &request).unwrap().setup)
    }

    /// Three quarters of a round bottom of 230 mm (41 548 mm²) over 80 × 60 mm: six and a half.
    #[test]
    fn pieces_find_room_by_area_and_length() {
        assert_eq!(room("loin", 25.0, 80.0, 60.0, "clad_28"), 6);
        assert_eq!(room("loin", 25.0, 80.0, 60.0, "cast_iron_26"), 5);
        assert_eq!(room("fillet", 15.0, 220.0, 90.0, "clad_28"), 1);
        assert_eq!(room("fillet", 15.0, 231.0, 90.0, "clad_28"), 0, "longer than the pan");
        assert_eq!(room("chunk", 10.0, 20.0, 8.0, "clad_28"), MOST_PIECES);
    }
}
