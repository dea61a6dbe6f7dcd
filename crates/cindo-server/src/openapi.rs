//! The API description, from the Rust types.

use std::collections::BTreeMap;

use cindo_core::catalogue::Catalogue;
use serde_json::Value;
use utoipa::OpenApi;
use utoipa::openapi::path::{Operation, ParameterIn};
use utoipa::openapi::schema::{ArrayItems, SchemaType, Type};
use utoipa::openapi::{
    ContentBuilder, OpenApi as Document, Ref, RefOr, ResponseBuilder, Schema, SchemaFormat,
};
use utoipa_actix_web::AppExt;

use crate::{card_file, log_file, routes};

#[derive(OpenApi)]
#[openapi(info(
    title = "Cindo",
    description = "Plans fish on the heat. JSON keys are snake_case and carry their unit.",
    license(name = "MIT OR Apache-2.0")
))]
struct Head;

/// The head of the document, before the routes are added.
pub(crate) fn head() -> Document {
    Head::openapi()
}

/// The whole document.
pub(crate) fn document(catalogue: &Catalogue) -> Document {
    let mut document = actix_web::App::new()
        .into_utoipa_app()
        .openapi(head())
        .configure(routes::configure)
        .split_for_parts()
        .1;
    if let Some(components) = &mut document.components {
        name_ids(&mut components.schemas, catalogue);
    }
    for item in document.paths.paths.values_mut() {
        for operation in [&mut item.get, &mut item.delete].into_iter().flatten() {
            describe_refusals(operation, false);
        }
        for operation in [&mut item.post, &mut item.put, &mut item.patch].into_iter().flatten() {
            describe_refusals(operation, true);
        }
    }
    document
}

/// Writes the ids that the catalogue knows where one of them is asked for.
fn name_ids(schemas: &mut BTreeMap<String, RefOr<Schema>>, catalogue: &Catalogue) {
    fn ids<T>(list: &[T], id: impl Fn(&T) -> &str) -> Vec<Value> {
        list.iter().map(|item| Value::from(id(item))).collect()
    }
    let species = ids(&catalogue.species, |s| &s.id);
    let gear = ids(&catalogue.gear, |g| &g.id);
    let mut variants: Vec<Value> =
        catalogue.methods.iter().flat_map(|m| ids(&m.variants, |v| &v.id)).collect();
    variants.sort_by_key(ToString::to_string);
    variants.dedup();
    let named = [
        ("CardFile", "format", vec![card_file::FORMAT.into()]),
        ("Piece", "species", species.clone()),
        ("Piece", "cut", ids(&catalogue.cuts, |c| &c.id)),
        ("PlanRequest", "method", ids(&catalogue.methods, |m| &m.id)),
        ("PlanRequest", "coating", ids(&catalogue.coatings, |c| &c.id)),
        ("PlanRequest", "variant", variants),
        ("PlanRequest", "oil", ids(&catalogue.oils, |o| &o.id)),
        ("OwnGear", "like", gear),
        ("OwnOil", "oil", ids(&catalogue.oils, |o| &o.id)),
        ("LogFile", "format", vec![log_file::FORMAT.into(), Value::Null]),
        ("SaltChoice", "salting", ids(&catalogue.saltings, |s| &s.id)),
        ("PrepChoices", "mixtures", ids(&catalogue.mixtures, |m| &m.id)),
        ("BuyRequest", "species", species.clone()),
        ("BuyingRequest", "species", species),
    ];
    for (schema, field, ids) in named {
        if let Some(RefOr::T(Schema::Object(object))) = schemas.get_mut(schema)
            && let Some(RefOr::T(property)) = object.properties.get_mut(field)
        {
            only(property, ids);
        }
    }
    if let Some(RefOr::T(Schema::OneOf(doneness))) = schemas.get_mut("Doneness")
        && let [RefOr::T(Schema::Object(core)), RefOr::T(band)] = &mut doneness.items[..]
    {
        (core.minimum, core.maximum) = (Some(30.into()), Some(85.into()));
        only(band, ids(&catalogue.bands, |b| &b.id));
    }
}

/// Format of texts that are ids of the catalogue: data, for whoever makes types of the description.
const CATALOGUE_ID: &str = "catalogue-id";

/// Lets a text, or each text of a list, be one of these only.
fn only(schema: &mut Schema, mut ids: Vec<Value>) {
    match schema {
        Schema::Object(text) => {
            if matches!(&text.schema_type, SchemaType::Array(types) if types.contains(&Type::Null))
            {
                ids.push(Value::Null);
            }
            text.enum_values = Some(ids);
            text.format = Some(SchemaFormat::Custom(CATALOGUE_ID.to_owned()));
        }
        Schema::Array(list) => {
            if let ArrayItems::RefOrSchema(items) = &mut list.items
                && let RefOr::T(items) = &mut **items
            {
                only(items, ids);
            }
        }
        _ => {}
    }
}

/// What any address may answer; one that reads a body or a query; and one that changes something.
const ALWAYS: [(&str, &str); 2] = [
    ("403", "Not from Cindo's own page, or not by a name of this machine."),
    ("500", "Something went wrong inside; it is in the log."),
];
const READS: [(&str, &str); 1] = [("422", "A field is wrong; each is named with what is allowed.")];
const WITH_BODY: [(&str, &str); 4] = [
    ("400", "The body is no JSON, or not whole."),
    ("408", "The body did not come in time."),
    ("413", "The body is too large."),
    ("503", "Busy; ask again after the seconds in `Retry-After`."),
];
const CHANGES: [(&str, &str); 1] = [("415", "The body is not plain `application/json`.")];

/// Adds the refusals that are the same everywhere.
fn describe_refusals(operation: &mut Operation, changes: bool) {
    let has_body = operation.request_body.is_some();
    let has_query = operation.parameters.iter().flatten().any(|parameter| {
        matches!(parameter, RefOr::T(parameter) if parameter.parameter_in == ParameterIn::Query)
    });
    let refusals = ALWAYS
        .iter()
        .chain(READS.iter().filter(|_| has_body || has_query))
        .chain(WITH_BODY.iter().filter(|_| has_body))
        .chain(CHANGES.iter().filter(|_| changes));
    for (status, why) in refusals {
        let problem = ContentBuilder::new().schema(Some(Ref::from_schema_name("Problem"))).build();
        let response = ResponseBuilder::new()
            .description(*why)
            .content("application/problem+json", problem)
            .build();
        operation.responses.responses.insert((*status).to_owned(), response.into());
    }
}
