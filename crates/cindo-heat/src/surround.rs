//! What touches a face of the piece: film, radiation, surface drying.

use serde::{Deserialize, Serialize};

use crate::bounded::Bounded;
use crate::constants::{KELVIN_OFFSET, ROOM_C, STEFAN_BOLTZMANN_W_M2K4};
use crate::water::{Air, LATENT_FALL_J_KGK, latent_heat_j_kg};

/// Volumetric heat capacity of moist kitchen air, J/(m³ K), times Le^(2/3) of water in air, so
/// that a film coefficient over it is a mass-transfer velocity (Lewis relation).
const LEWIS_J_M3K: f64 = 1007.0 * 0.9;

/// The surroundings of one face at one moment.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Face {
    /// Film coefficient, W/(m² K), 0 to 1e6.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1_000_000))]
    pub h: f64,
    /// Temperature of the medium, °C.
    #[cfg_attr(feature = "schema", schema(minimum = -60, maximum = 600))]
    pub medium_c: f64,
    /// Emissivity, 0 to 1.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1))]
    pub emissivity: f64,
    /// Temperature of what radiates at the face, °C; `medium_c` when left out.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = -60, maximum = 1000))]
    pub radiant_c: Option<f64>,
    /// Share of a free wet surface, 0 to 1; at the start where it dries.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1))]
    pub wet: f64,
    /// Water after whose loss half of its wetness is left, kg/m², 0.001 to 100: M0 of the drying law
    /// `wet / (1 + M / M0)`; it stays as wet as it is when left out.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0.001, maximum = 100))]
    pub dries_kg_m2: Option<f64>,
    /// Partial pressure of water vapour around it, Pa.
    #[serde(default = "default_vapour_pa")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 101_325))]
    pub vapour_pa: f64,
    /// Thermal resistance of a coat between the flesh and the film (batter, salt, paper), m² K/W.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 10))]
    pub coat_m2k_w: f64,
}

fn default_vapour_pa() -> f64 {
    1000.0
}

/// Heat through one face, W per m² of that face.
#[derive(Debug, Clone, Copy, Default, PartialEq)]
pub struct FaceFlux {
    /// Convection and radiation, before evaporation takes its part.
    pub incoming_w_m2: f64,
    /// Taken by surface drying.
    pub drying_w_m2: f64,
    /// Water leaving, kg/(m² s).
    pub drying_kg_m2s: f64,
    /// Temperature of the outermost surface, that of the coat if there is one, °C.
    pub outer_c: f64,
    /// Derivative of the net flux with the temperature of the cell behind, W/(m² K), at most 0.
    pub slope_w_m2k: f64,
    /// Temperature of the cell behind, °C.
    cell_c: f64,
    /// How what drying takes changes with the outermost surface, W/(m² K), and the water that it is, kg/J.
    drying_slope_w_m2k: f64,
    water_kg_j: f64,
}

impl FaceFlux {
    /// What goes on into the flesh, W/m².
    #[inline]
    pub fn net_w_m2(&self) -> f64 {
        self.incoming_w_m2 - self.drying_w_m2
    }
}

impl Face {
    /// A face that only convects.
    pub const fn convective(h: f64, medium_c: f64) -> Self {
        Self {
            h,
            medium_c,
            emissivity: 0.0,
            radiant_c: None,
            wet: 0.0,
            dries_kg_m2: None,
            vapour_pa: 1000.0,
            coat_m2k_w: 0.0,
        }
    }

    /// The flux balance at its surface, as [`Exchange::balance`].
    pub fn balance(
        &self,
        cell_c: f64,
        conductance_w_m2k: f64,
        air: &Air,
        guess_c: f64,
    ) -> FaceFlux {
        let exchange = Exchange::new(self, air.around(self.vapour_pa));
        exchange.balance(cell_c, exchange.inward_w_m2k(conductance_w_m2k), air, guess_c)
    }
}

/// A face at a moment, made ready to be balanced again and again.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Exchange {
    h: f64,
    medium_c: f64,
    coat_m2k_w: f64,
    /// Radiation: what comes, W/m², and what leaves for each K⁴, W/(m² K⁴).
    shone_w_m2: f64,
    grey_w_m2k4: f64,
    /// Velocity of mass transfer, m/s; none where nothing dries.
    velocity_m_s: f64,
    /// What the air around takes off what leaves, as [`Air::around`].
    around: f64,
}

impl Exchange {
    /// In air that takes so much off what leaves.
    pub(crate) fn new(face: &Face, around: f64) -> Self {
        let grey_w_m2k4 = face.emissivity * STEFAN_BOLTZMANN_W_M2K4;
        let radiant = face.radiant_c.unwrap_or(face.medium_c) + KELVIN_OFFSET;
        let velocity_m_s = face.wet * face.h / LEWIS_J_M3K;
        Self {
            h: face.h,
            medium_c: face.medium_c,
            coat_m2k_w: face.coat_m2k_w,
            shone_w_m2: grey_w_m2k4 * radiant.powi(4),
            grey_w_m2k4,
            velocity_m_s,
            around,
        }
    }

    /// Heat exchanged at a given surface temperature, and how what comes changes with it, W/(m² K).
    #[inline]
    fn at(&self, surface_c: f64, air: &Air) -> (FaceFlux, f64) {
        let kelvin = surface_c + KELVIN_OFFSET;
        let lost_w_m2k = self.grey_w_m2k4 * kelvin * kelvin * kelvin;
        let mut flux = FaceFlux {
            incoming_w_m2: self.h * (self.medium_c - surface_c) + self.shone_w_m2
                - lost_w_m2k * kelvin,
            outer_c: surface_c,
            ..FaceFlux::default()
        };
        if self.velocity_m_s > 0.0 {
            let boils = surface_c >= air.boil_c();
            let wet_c = if boils { air.boil_c() } else { surface_c };
            let (leaves, slope) = air.leaving(wet_c);
            let left_kg_m3 = leaves.surface_kg_m3 - self.around * leaves.around_kg_m3;
            if left_kg_m3 > 0.0 {
                let latent = latent_heat_j_kg(wet_c);
                flux.drying_kg_m2s = self.velocity_m_s * left_kg_m3;
                flux.drying_w_m2 = latent * flux.drying_kg_m2s;
                flux.water_kg_j = 1.0 / latent;
                if !boils {
                    let rise = slope.surface_kg_m3 - self.around * slope.around_kg_m3;
                    flux.drying_slope_w_m2k =
                        latent * self.velocity_m_s * rise - LATENT_FALL_J_KGK * flux.drying_kg_m2s;
                }
            }
        }
        (flux, -self.h - 4.0 * lost_w_m2k)
    }

    /// Solves the flux balance at the surface: what the surroundings give is what conducts inward to a cell at `cell_c`
    /// through coat and half of it, as [`Self::inward_w_m2k`].
    ///
    /// The balance falls monotonically with the surface temperature, so Newton inside a shrinking
    /// bracket always ends; `guess_c` is the surface temperature of the step before.
    #[inline]
    pub(crate) fn balance(
        &self,
        cell_c: f64,
        inward_w_m2k: f64,
        air: &Air,
        guess_c: f64,
    ) -> FaceFlux {
        let g = inward_w_m2k;
        if self.grey_w_m2k4 <= 0.0 && self.velocity_m_s <= 0.0 {
            // Convection alone is linear: two resistances in series.
            let overall = if self.h > 0.0 { self.h * g / (self.h + g) } else { 0.0 };
            let incoming = overall * (self.medium_c - cell_c);
            return FaceFlux {
                incoming_w_m2: incoming,
                outer_c: cell_c + incoming / g,
                slope_w_m2k: -overall,
                cell_c,
                ..FaceFlux::default()
            };
        }
        let (mut low, mut high) = (-KELVIN_OFFSET + 1.0, 2000.0);
        // A step that is too long may guess anything: what is no number is the low end.
        let mut surface_c = if guess_c.is_nan() { low } else { guess_c.bounded(low, high) };
        loop {
            let (mut flux, incoming_slope) = self.at(surface_c, air);
            let slope = incoming_slope - flux.drying_slope_w_m2k;
            let residual = flux.net_w_m2() - g * (surface_c - cell_c);
            let falls = 1.0 / (g - slope);
            let off_k = residual * falls;
            let next = surface_c + off_k;
            if residual > 0.0 {
                low = surface_c;
            } else {
                high = surface_c;
            }
            let is_near = is_near(surface_c, off_k, air);
            if is_near || off_k.abs() < SURFACE_K || high - low < 1e-9 {
                flux.cell_c = cell_c;
                flux.slope_w_m2k = g * slope * falls;
                if is_near {
                    // The rest of the way along its slopes.
                    flux.incoming_w_m2 += incoming_slope * off_k;
                    flux.dry_on(off_k);
                    flux.outer_c = next;
                }
                return flux;
            }
            surface_c = if next > low && next < high { next } else { 0.5 * (low + high) };
        }
    }

    /// From the outermost surface, that of a coat if there is one, to the cell behind it, W/(m² K): coat and half
    /// the cell in series.
    #[inline]
    pub(crate) fn inward_w_m2k(&self, half_cell_w_m2k: f64) -> f64 {
        half_cell_w_m2k / (1.0 + half_cell_w_m2k * self.coat_m2k_w)
    }
}

impl FaceFlux {
    /// Whether the surface, once the cell behind it is at `cell_c`, is still so near that its slopes lead there; if not it
    /// is only guessed at.
    #[inline]
    pub(crate) fn leads_to(&mut self, cell_c: f64, inward_w_m2k: f64, air: &Air) -> bool {
        let warmed_k = cell_c - self.cell_c;
        let warmer_k = Self::warmer_k(inward_w_m2k, self.slope_w_m2k, warmed_k);
        if is_near(self.outer_c, warmer_k, air) {
            self.follow(inward_w_m2k, self.slope_w_m2k, warmed_k);
            true
        } else {
            self.outer_c += warmer_k;
            false
        }
    }

    /// Goes on, balanced, once the cell behind the face is so much warmer, along a slope of the net flux.
    #[inline]
    pub(crate) fn follow(&mut self, inward_w_m2k: f64, slope_w_m2k: f64, warmed_k: f64) {
        let net_w_m2 = self.net_w_m2() + slope_w_m2k * warmed_k;
        let warmer_k = Self::warmer_k(inward_w_m2k, slope_w_m2k, warmed_k);
        self.dry_on(warmer_k);
        self.incoming_w_m2 = net_w_m2 + self.drying_w_m2;
        self.outer_c += warmer_k;
        self.cell_c += warmed_k;
    }

    /// Temperature of the flesh at the face, below any coat, with half a cell of such a conductance behind it, °C.
    pub fn surface_c(&self, half_cell_w_m2k: f64) -> f64 {
        self.cell_c + self.net_w_m2() / half_cell_w_m2k
    }

    /// How much warmer the outermost surface is for a cell that is so much warmer, K.
    #[inline]
    fn warmer_k(inward_w_m2k: f64, slope_w_m2k: f64, warmed_k: f64) -> f64 {
        (1.0 + slope_w_m2k / inward_w_m2k) * warmed_k
    }

    /// What drying takes of a surface that is so much warmer, along its slope.
    #[inline]
    fn dry_on(&mut self, warmer_k: f64) {
        self.drying_w_m2 = (self.drying_w_m2 + self.drying_slope_w_m2k * warmer_k).max(0.0);
        self.drying_kg_m2s = self.water_kg_j * self.drying_w_m2;
    }
}

/// Whether a surface is so near to another temperature, on the same side of boiling, that it gets there along its slopes.
#[inline]
fn is_near(surface_c: f64, off_k: f64, air: &Air) -> bool {
    let boils = |surface_c: f64| surface_c >= air.boil_c();
    off_k.abs() < NEAR_K && boils(surface_c + off_k) == boils(surface_c)
}

/// A surface is as warm as its balance says to this where drying ends at the boiling point, K.
const SURFACE_K: f64 = 1e-3;
/// From so near its balance a surface goes the rest of the way along its slopes, K: what drying takes is then right
/// to a thousandth. What is booked is what was used, so that nothing is lost.
const NEAR_K: f64 = 0.5;

/// What acts on one face: a fixed surrounding, or one whose medium is the heater's reservoir.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Surround {
    /// Film, radiation and drying.
    pub face: Face,
    /// Whether the medium temperature is the reservoir's at every moment.
    pub on_reservoir: bool,
    /// Whether what radiates at it is at the reservoir's temperature.
    pub radiant_on_reservoir: bool,
    /// A coat that changes as it cooks.
    pub coat: Coat,
    /// What wets it besides its own share.
    pub skin: Skin,
    /// What it lies against, where that has heat of its own: the medium is as warm as that.
    pub backing: Option<Backing>,
}

/// What the surface of the flesh brings along: water that lies on it, a crust that shuts it.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Skin {
    /// Water lying on it, which leaves before the surface begins to dry, kg/m².
    pub film_kg_m2: f64,
    /// Crust that halves its wetness, m; 0 where a crust does not matter.
    pub crust_m: f64,
}

/// What a surface lies against that has a little heat of its own, the same at every place of it: a plate,
/// a crust. It warms where the surface is warm.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Backing {
    /// As the surface meets it, °C.
    pub start_c: f64,
    /// Heat capacity, J/(m² K).
    pub capacity_j_m2k: f64,
    /// Loss to the room, W/(m² K).
    pub loss_w_m2k: f64,
}

/// The half step ahead is extrapolated by at most this, K.
const LARGEST_LEAD_K: f64 = 5.0;

/// What a surface has been through.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct SurfaceState {
    /// Water that it lost by drying, kg/m².
    pub lost_kg_m2: f64,
    /// Dried crust behind it, m.
    pub crust_m: f64,
    /// What it lies against, where that has heat of its own: temperature, °C, and its rate, K/s.
    backing: Option<(f64, f64)>,
}

impl SurfaceState {
    /// The surface meets something to lie against, or leaves it.
    pub(crate) fn meet(&mut self, backing: Option<&Backing>) {
        self.backing = backing.map(|b| self.backing.unwrap_or((b.start_c, 0.0)));
    }

    /// Books a step: water that dried off, kg/m², and heat that the surface took, J/m². Implicit in what
    /// the backing loses.
    pub(crate) fn advance(
        &mut self,
        backing: Option<&Backing>,
        step_s: f64,
        dried_kg_m2: f64,
        taken_j_m2: f64,
    ) {
        self.lost_kg_m2 += dried_kg_m2;
        if let (Some(backing), Some((before_c, _))) = (backing, self.backing) {
            let loss = step_s * backing.loss_w_m2k;
            let now_c = (backing.capacity_j_m2k * before_c + loss * ROOM_C - taken_j_m2)
                / (backing.capacity_j_m2k + loss);
            self.backing = Some((now_c, (now_c - before_c) / step_s));
        }
    }
}

/// A coat whose resistance goes from wet and foaming to set and porous, as a decaying exponential
/// of the time since the fish met the heat.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Coat {
    /// At the start, m² K/W.
    pub wet_m2k_w: f64,
    /// Once it has set, m² K/W.
    pub set_m2k_w: f64,
    /// Time scale of setting, s; 0 for a coat that does not change.
    pub settle_s: f64,
}

impl Coat {
    fn at_m2k_w(&self, time_s: f64) -> f64 {
        if self.settle_s <= 0.0 {
            return self.set_m2k_w;
        }
        self.set_m2k_w + (self.wet_m2k_w - self.set_m2k_w) * (-time_s / self.settle_s).exp()
    }
}

impl Surround {
    /// A surrounding of its own temperature.
    pub const fn fixed(face: Face) -> Self {
        Self {
            face,
            on_reservoir: false,
            radiant_on_reservoir: false,
            coat: Coat { wet_m2k_w: 0.0, set_m2k_w: 0.0, settle_s: 0.0 },
            skin: Skin { film_kg_m2: 0.0, crust_m: 0.0 },
            backing: None,
        }
    }

    /// The face at a moment, half a step ahead of a surface in this state.
    pub fn at(&self, reservoir_c: f64, time_s: f64, ahead_s: f64, state: &SurfaceState) -> Face {
        let own_c = state.backing.map_or(self.face.medium_c, |(backing_c, rate_k_s)| {
            backing_c + (ahead_s * rate_k_s).bounded(-LARGEST_LEAD_K, LARGEST_LEAD_K)
        });
        Face {
            medium_c: if self.on_reservoir { reservoir_c } else { own_c },
            radiant_c: if self.radiant_on_reservoir {
                Some(reservoir_c)
            } else {
                self.face.radiant_c
            },
            coat_m2k_w: self.face.coat_m2k_w + self.coat.at_m2k_w(time_s),
            wet: self.wet(state),
            ..self.face
        }
    }

    /// Share of a free wet surface that is left of it.
    fn wet(&self, state: &SurfaceState) -> f64 {
        let Some(halves_kg_m2) = self.face.dries_kg_m2.filter(|_| self.face.wet > 0.0) else {
            return self.face.wet;
        };
        let Skin { film_kg_m2, crust_m } = self.skin;
        if state.lost_kg_m2 < film_kg_m2 {
            return 1.0;
        }
        let crust = if crust_m > 0.0 { state.crust_m / crust_m } else { 0.0 };
        let lost_kg_m2 = state.lost_kg_m2 - film_kg_m2;
        self.face.wet / ((1.0 + crust) * (1.0 + lost_kg_m2 / halves_kg_m2))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Where a balance sets out from is anybody's guess, one that is no number too: it ends where it always ends. And
    /// once the cell behind is warmer it is followed along its slope to where it ends then.
    #[test]
    fn a_balance_ends_whatever_it_sets_out_from() {
        let air = Air::boiling_at(100.0);
        let dry = Face { emissivity: 0.9, coat_m2k_w: 0.002, ..Face::convective(25.0, 220.0) };
        let wet = Face { wet: 1.0, coat_m2k_w: 0.0, ..dry };
        for face in [dry, wet] {
            let near = face.balance(60.0, 500.0, &air, 60.0);
            for guess_c in [f64::NAN, f64::NEG_INFINITY, f64::INFINITY, -273.15, 1e9] {
                let far = face.balance(60.0, 500.0, &air, guess_c);
                assert!((far.outer_c - near.outer_c).abs() < 0.01, "{guess_c}: {far:?} {near:?}");
            }
            let mut followed = near;
            followed.follow(Exchange::new(&face, 0.0).inward_w_m2k(500.0), near.slope_w_m2k, 0.5);
            let warmer = face.balance(60.5, 500.0, &air, 60.0);
            assert!((followed.outer_c - warmer.outer_c).abs() < 0.02, "{followed:?} {warmer:?}");
            // To a twentieth of what half a degree changes: slopes bend.
            let off = (followed.net_w_m2() - warmer.net_w_m2()) / (0.5 * near.slope_w_m2k);
            assert!(off.abs() < 0.05, "{followed:?} {warmer:?}");
        }
    }

    /// From wherever near its balance it sets out, what comes, what drying takes and what goes on inward add up, and are
    /// what they are from afar: also where the surface is just short of boiling, or just boils.
    #[test]
    fn the_last_step_along_the_slopes_keeps_the_balance() {
        for altitude_boil_c in [100.0, 93.0] {
            let air = Air::boiling_at(altitude_boil_c);
            for (wet, medium_c) in [(1.0, 90.0), (0.3, 200.0), (0.6, 350.0), (1.0, 800.0)] {
                let face = Face { wet, emissivity: 0.9, ..Face::convective(40.0, medium_c) };
                for cell_c in [5.0, 40.0, 70.0, 92.0, 99.0] {
                    let inward = |flux: &FaceFlux| 900.0 * (flux.outer_c - cell_c);
                    let exact = face.balance(cell_c, 900.0, &air, -50.0);
                    for away_k in [-5.0, -0.29, -0.1, 0.0, 0.1, 0.29, 5.0] {
                        let flux = face.balance(cell_c, 900.0, &air, exact.outer_c + away_k);
                        let off_k = (flux.outer_c - exact.outer_c).abs();
                        assert!(off_k < 0.03, "{cell_c} {away_k}: {flux:?} {exact:?}");
                        let left = flux.net_w_m2() - inward(&flux);
                        let most = 1e-3 * flux.incoming_w_m2.abs().max(1000.0);
                        assert!(left.abs() < most, "{cell_c} {away_k}: {left} of {flux:?}");
                        let dried = flux.drying_kg_m2s - exact.drying_kg_m2s;
                        let share = dried.abs() / exact.drying_kg_m2s.max(1e-6);
                        assert!(share < 5e-3, "{cell_c} {away_k}: {flux:?} {exact:?}");
                    }
                }
            }
        }
    }
}
