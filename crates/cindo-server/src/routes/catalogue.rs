use std::collections::BTreeSet;

use actix_web::web::Data;
use actix_web::{HttpResponse, get};
use cindo_core::catalogue::{
    Band, Catalogue, CheckAsk, CheckRow, Coating, Cue, Cut, Gear, Method, Oil, OtherHeat,
    RescueRow, Salting, Side, Sign, Species, Support,
};
use serde::Serialize;
use utoipa::ToSchema;

use super::cached_json;
use crate::solver::Solver;

/// What Cindo knows, with sources.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct CatalogueDto<'a> {
    /// Kinds of fish; composition from the USDA row that each names.
    species: &'a [Species],
    /// Cuts.
    cuts: &'a [Cut],
    /// Methods with their schools, in the order in which they are offered.
    methods: &'a [Method],
    /// Doneness bands in rising order.
    bands: &'a [Band],
    /// Oils with their smoke points.
    oils: &'a [Oil],
    /// Coats.
    coatings: &'a [Coating],
    /// What a piece can rest on, the coldest first.
    supports: &'a [Support],
    /// Equipment.
    gear: &'a [Gear],
    /// Checks of gear.
    checks: Vec<CheckDto<'a>>,
    /// Schools of salting.
    saltings: &'a [Salting],
    /// Signs to look for when buying.
    signs: &'a [Sign],
    /// What is noticed at the stove.
    cues: &'a [Cue],
    /// What goes wrong there.
    rescues: &'a [RescueRow],
    heats: &'a [OtherHeat],
    /// Sides and sauces.
    sides: &'a [Side],
    /// Allergens that something in it carries.
    allergens: Vec<&'a str>,
    /// Where figures that no entry names itself come from.
    sources: &'a [String],
}

/// A check, and of what it can be made.
#[derive(Debug, Serialize, ToSchema)]
#[schema(as = CheckRow)]
pub(crate) struct CheckDto<'a> {
    /// Kind of what was made.
    id: &'a str,
    /// Short name.
    title: &'a str,
    /// How long it takes, min.
    minutes: f64,
    /// What to do, in order.
    steps: &'a [String],
    /// Figures that are wanted.
    asks: &'a [CheckAsk],
    /// Ids of the gear that it suits, and that one's own is like.
    gear: Vec<&'a str>,
}

fn checks(catalogue: &Catalogue) -> Vec<CheckDto<'_>> {
    let checks = catalogue.checks.iter().map(|row| {
        let CheckRow { id, title, minutes, steps, asks, .. } = row;
        let suits = catalogue.gear.iter().filter(|gear| row.suits(gear));
        let gear = suits.map(|gear| gear.id.as_str()).collect();
        CheckDto { id, title, minutes: *minutes, steps, asks, gear }
    });
    checks.collect()
}

/// Allergens that some ingredient carries, by name.
fn allergens(catalogue: &Catalogue) -> Vec<&str> {
    let each = catalogue.ingredients.iter().flat_map(|i| &i.allergens).map(String::as_str);
    let sorted: BTreeSet<&str> = each.collect();
    sorted.into_iter().collect()
}

/// Species, cuts, methods, schools, doneness bands and oils.
#[utoipa::path(responses((status = 200, body = CatalogueDto)))]
#[get("/api/catalogue")]
pub(crate) async fn get_catalogue(solver: Data<Solver>) -> HttpResponse {
    let catalogue = solver.catalogue();
    cached_json(&CatalogueDto {
        species: &catalogue.species,
        cuts: &catalogue.cuts,
        methods: &catalogue.methods,
        bands: &catalogue.bands,
        oils: &catalogue.oils,
        coatings: &catalogue.coatings,
        supports: &catalogue.resting.supports,
        gear: &catalogue.gear,
        checks: checks(catalogue),
        saltings: &catalogue.saltings,
        signs: &catalogue.signs,
        cues: &catalogue.cues,
        rescues: &catalogue.rescues,
        heats: &catalogue.heats,
        sides: &catalogue.sides,
        allergens: allergens(catalogue),
        sources: &catalogue.sources,
    })
}
