//! The log as a file: JSON with everything in it, CSV with a row a cook for spreadsheets.

use std::collections::HashMap;

use cindo_core::error::{FieldError, Problems};
use cindo_core::log::{Entry, Fault, Remark, Verdict};
use cindo_core::piece::Piece;
use cindo_core::setup::{Doneness, PlanRequest};
use cindo_store::{KeptEntry, NewEntry};
use jiff::Timestamp;
use serde::de::DeserializeOwned;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use crate::import::Looked;
use crate::solver::Desk;

/// Name of the format in the file, and its version.
pub(crate) const FORMAT: &str = "cindo-log";
pub(crate) const VERSION: u32 = 1;
/// Most entries in one file.
const MOST_ENTRIES: usize = 120_000;
/// Longest name and uid, characters.
pub(crate) const NAME_LIMIT: usize = 80;
const UID_LIMIT: usize = 80;

/// A log that comes in: the entries of a JSON file, or the text of a CSV.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct LogFile {
    /// `cindo-log`; left out with `csv`.
    #[serde(default)]
    format: Option<String>,
    /// 1; left out with `csv`.
    #[serde(default)]
    #[schema(minimum = 1, maximum = 1)]
    version: Option<u32>,
    /// Entries that did not read back when the file was written, for its readers only.
    #[serde(default)]
    #[expect(dead_code, reason = "for whoever reads the file")]
    left_out: usize,
    /// The entries.
    #[serde(default)]
    #[schema(max_items = 120_000)]
    entries: Option<Vec<FileEntry>>,
    /// The text of a table, instead.
    #[serde(default)]
    csv: Option<String>,
}

/// One entry in a file.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct FileEntry {
    /// Tells the same entry again, up to 80 characters.
    #[schema(min_length = 1, max_length = 80)]
    uid: String,
    /// When the fish met the heat, RFC 3339 with offset.
    #[schema(value_type = String)]
    at: Timestamp,
    /// Everything.
    entry: Entry,
}

impl From<KeptEntry> for FileEntry {
    fn from(found: KeptEntry) -> Self {
        let NewEntry { uid, at_ms, entry, .. } = found.kept;
        Self { uid, at: Timestamp::from_millisecond(at_ms).unwrap_or_default(), entry }
    }
}

/// One of a file, as far as it could be read.
#[derive(Debug)]
pub(crate) enum Line {
    /// An entry of a JSON file.
    Whole(Box<FileEntry>),
    /// A row of a table, by its column.
    Row(HashMap<&'static str, String>),
    /// What the reader says.
    Unreadable(FieldError),
}

/// Columns of the table: name, and what stands there.
pub(crate) const COLUMNS: [&str; 21] = [
    "uid",
    "at",
    "name",
    "fish",
    "cut",
    "thickness_mm",
    "weight_g",
    "start_c",
    "skin",
    "method",
    "doneness",
    "medium_c",
    "gear",
    "planned_s",
    "out_s",
    "core_served_c",
    "verdict",
    "by_s",
    "faults",
    "real_thickness_mm",
    "note",
];

/// What a file holds, each with a name, in its order.
///
/// # Errors
/// A file that is no log at all.
pub(crate) fn open(file: LogFile) -> Result<Vec<(String, Line)>, Vec<FieldError>> {
    let mut problems = Problems::new();
    let lines = match (file.entries, file.csv) {
        (Some(entries), None) => {
            if file.format.as_deref() != Some(FORMAT) {
                problems.add("format", format!("this is not a log; its format must be `{FORMAT}`"));
            }
            if file.version != Some(VERSION) {
                problems.add("version", format!("this program reads version {VERSION}"));
            }
            problems.at_most("entries", &entries, MOST_ENTRIES);
            let line = |e: FileEntry| (short(&e.entry.name), Line::Whole(Box::new(e)));
            entries.into_iter().take(MOST_ENTRIES).map(line).collect()
        }
        (None, Some(csv)) => rows(&csv, &mut problems),
        _ => {
            problems
                .add("entries", "give the entries of a log or the text of a `csv`, one of the two");
            Vec::new()
        }
    };
    problems.finish().map(|()| lines)
}

/// A name as it is listed.
fn short(name: &str) -> String {
    name.trim().chars().take(NAME_LIMIT).collect()
}

/// The rows of a table as spreadsheets write it: comma, semicolon or tab; a byte-order mark; commas in numbers
/// where the semicolon parts them.
fn rows(text: &str, problems: &mut Problems) -> Vec<(String, Line)> {
    let text = text.trim_start_matches('\u{feff}');
    let head = text.lines().next().unwrap_or_default();
    let count = |c: char| head.matches(c).count();
    let delimiter = [';', '\t', ','].into_iter().max_by_key(|c| count(*c)).unwrap_or(',');
    let mut reader = csv::ReaderBuilder::new()
        .delimiter(u8::try_from(delimiter).unwrap_or(b','))
        .flexible(true)
        .trim(csv::Trim::All)
        .from_reader(text.as_bytes());
    let columns: Vec<Option<&'static str>> = match reader.headers() {
        Ok(head) => head
            .iter()
            .map(|name| COLUMNS.into_iter().find(|known| name.eq_ignore_ascii_case(known)))
            .collect(),
        Err(error) => {
            problems.add("csv", format!("is no table: {error}"));
            return Vec::new();
        }
    };
    for wanted in ["at", "fish", "method"] {
        if !columns.contains(&Some(wanted)) {
            problems.add(
                "csv",
                format!("has no column `{wanted}`; columns are {}", COLUMNS.join(", ")),
            );
        }
    }
    let mut lines = Vec::new();
    for (place, record) in reader.records().enumerate() {
        if lines.len() >= MOST_ENTRIES {
            problems.add("csv", format!("at most {MOST_ENTRIES} rows, and there are more"));
            break;
        }
        // The head is the first line.
        let number = place + 2;
        let line = match record {
            Ok(record) => {
                let cells = columns.iter().zip(record.iter());
                let cell = |(column, value): (&Option<&'static str>, &str)| {
                    let value = plain(value);
                    column.filter(|_| !value.is_empty()).map(|column| (column, value))
                };
                let mut row: HashMap<&'static str, String> = cells.filter_map(cell).collect();
                if row.is_empty() {
                    continue;
                }
                if delimiter == ';' {
                    for column in NUMBERS {
                        if let Some(value) = row.get_mut(column) {
                            *value = value.replace(',', ".");
                        }
                    }
                }
                Line::Row(row)
            }
            Err(error) => Line::Unreadable(FieldError {
                field: format!("line {number}"),
                message: error.to_string(),
            }),
        };
        let name = match &line {
            Line::Row(row) => row.get("name").or(row.get("fish")).cloned().unwrap_or_default(),
            _ => String::new(),
        };
        lines.push((format!("{number}: {}", short(&name)), line));
    }
    lines
}

/// Columns that hold numbers.
const NUMBERS: [&str; 9] = [
    "thickness_mm",
    "weight_g",
    "start_c",
    "medium_c",
    "planned_s",
    "out_s",
    "core_served_c",
    "by_s",
    "real_thickness_mm",
];

/// What a spreadsheet would take for a formula begins with one of these.
const FORMULA: [char; 6] = ['=', '+', '-', '@', '\t', '\r'];

/// A text that no spreadsheet takes for a formula.
fn safe(text: &str) -> String {
    if text.starts_with(FORMULA) { format!("'{text}") } else { text.to_owned() }
}

/// The text again.
fn plain(cell: &str) -> String {
    let rest = cell.strip_prefix('\'').filter(|rest| rest.starts_with(FORMULA));
    rest.unwrap_or(cell).trim().to_owned()
}

/// A word of the API as text.
fn word(value: &impl Serialize) -> String {
    serde_json::to_value(value).ok().and_then(|v| v.as_str().map(str::to_owned)).unwrap_or_default()
}

fn of_word<T: DeserializeOwned>(word: &str) -> Option<T> {
    serde_json::from_value(serde_json::Value::from(word)).ok()
}

/// The head of the table.
pub(crate) fn csv_head() -> String {
    format!("{}\r\n", COLUMNS.join(","))
}

/// Entries as rows of the table.
///
/// # Errors
/// What the writer says.
pub(crate) fn csv_rows(entries: &[KeptEntry]) -> Result<Vec<u8>, csv::Error> {
    let mut writer = csv::WriterBuilder::new()
        .terminator(csv::Terminator::CRLF)
        .from_writer(Vec::with_capacity(200 * entries.len()));
    for found in entries {
        writer.write_record(row(found))?;
    }
    writer.into_inner().map_err(|error| csv::Error::from(error.into_error()))
}

fn row(found: &KeptEntry) -> [String; COLUMNS.len()] {
    let NewEntry { uid, at_ms, entry, .. } = &found.kept;
    let Entry { name, request, planned_s, out_s, core_served_c, remark, gear_name, .. } = entry;
    let piece = &request.piece;
    let number = |value: Option<f64>| value.map(|v| v.to_string()).unwrap_or_default();
    let doneness = match &request.doneness {
        Doneness::Band(band) => band.clone(),
        Doneness::Core(core_c) => core_c.to_string(),
    };
    let faults: Vec<String> = remark.faults.iter().map(word).collect();
    [
        safe(uid),
        Timestamp::from_millisecond(*at_ms).unwrap_or_default().to_string(),
        safe(name),
        piece.species.clone(),
        piece.cut.clone(),
        piece.thickness_mm.to_string(),
        number(piece.weight_g),
        piece.start_c.to_string(),
        if piece.skin { "yes" } else { "no" }.to_owned(),
        request.method.clone(),
        doneness,
        number(request.medium_c),
        safe(gear_name),
        number(*planned_s),
        number(*out_s),
        number(*core_served_c),
        remark.verdict.as_ref().map(word).unwrap_or_default(),
        number(remark.by_s),
        faults.join(" "),
        number(remark.real_thickness_mm),
        safe(&remark.note),
    ]
}

/// Looks at one of a file; `is_new` says whether its uid was not seen before.
pub(crate) fn look(
    desk: &Desk<'_>,
    line: Line,
    is_new: &mut impl FnMut(&str) -> bool,
) -> Looked<NewEntry> {
    let new = match line {
        Line::Whole(entry) => of_whole(desk, *entry)?,
        Line::Row(row) => of_row(desk, &row)?,
        Line::Unreadable(error) => return Err(vec![error]),
    };
    Ok(is_new(&new.uid).then_some(new))
}

fn of_whole(desk: &Desk<'_>, file: FileEntry) -> Result<NewEntry, Vec<FieldError>> {
    let mut problems = Problems::new();
    let FileEntry { uid, at, entry } = file;
    if !(1..=UID_LIMIT).contains(&uid.chars().count()) {
        problems.add("uid", format!("allowed are 1 to {UID_LIMIT} characters"));
    }
    if !(1..=NAME_LIMIT).contains(&entry.name.trim().chars().count()) {
        problems.add("entry.name", format!("allowed are 1 to {NAME_LIMIT} characters"));
    }
    check_kind(desk, &entry.request, &mut problems);
    check_times(&entry, &mut problems);
    problems.within("entry.remark", entry.remark.check());
    problems.finish()?;
    Ok(NewEntry { uid, cook: None, at_ms: at.as_millisecond(), entry })
}

/// Kinds have to be known; a plan that would not be solved today is history all the same.
fn check_kind(desk: &Desk<'_>, request: &PlanRequest, problems: &mut Problems) {
    let catalogue = desk.bench().catalogue;
    let piece = &request.piece;
    let field = |name: &str| format!("entry.request.{name}");
    problems.named(
        &field("piece.species"),
        "a kind of fish",
        &piece.species,
        &catalogue.species,
        |s| &s.id,
    );
    problems.named(&field("piece.cut"), "a cut", &piece.cut, &catalogue.cuts, |c| &c.id);
    problems.named(&field("method"), "a method", &request.method, &catalogue.methods, |m| &m.id);
    problems.range(&field("piece.thickness_mm"), piece.thickness_mm, 3.0, 150.0, "mm");
}

/// Longest time in the heat, s.
const LONGEST_S: f64 = 4.0 * 3600.0;

fn check_times(entry: &Entry, problems: &mut Problems) {
    let times = [
        ("planned_s", entry.planned_s),
        ("out_s", entry.out_s),
        ("turn_s", entry.turn_s),
        ("right_s.0", entry.right_s.map(|r| r[0])),
        ("right_s.1", entry.right_s.map(|r| r[1])),
    ];
    for (name, value) in times {
        if let Some(value) = value {
            problems.range(&format!("entry.{name}"), value, 0.1, LONGEST_S, "s");
        }
    }
    let slopes = entry.slopes.map(|s| {
        [s.thickness_s_mm, s.start_s_k, s.film_s, s.medium_s_k, s.band_s].map(f64::is_finite)
    });
    if slopes.is_some_and(|finite| finite.contains(&false)) {
        problems.add("entry.slopes", "allowed are finite numbers");
    }
}

fn of_row(
    desk: &Desk<'_>,
    row: &HashMap<&'static str, String>,
) -> Result<NewEntry, Vec<FieldError>> {
    let catalogue = desk.bench().catalogue;
    let mut problems = Problems::new();
    let text = |column: &str| row.get(column).map(String::as_str);
    let at = text("at").and_then(moment);
    if at.is_none() {
        problems.add(
            "at",
            "is no time; allowed is RFC 3339, or a date and time such as 2026-11-26 19:30",
        );
    }
    let mut number = |column: &'static str, low: f64, high: f64, unit: &str| {
        let value = text(column)?;
        match value.parse::<f64>() {
            Ok(value) if value.is_finite() => {
                problems.range(column, value, low, high, unit);
                Some(value)
            }
            _ => {
                problems.add(column, format!("{value:?} is no number"));
                None
            }
        }
    };
    let thickness_mm = number("thickness_mm", 3.0, 150.0, "mm");
    let weight_g = number("weight_g", 1.0, 30_000.0, "g");
    let start_c = number("start_c", -30.0, 40.0, "°C");
    let medium_c = number("medium_c", 40.0, 320.0, "°C");
    let planned_s = number("planned_s", 1.0, LONGEST_S, "s");
    let out_s = number("out_s", 1.0, LONGEST_S, "s");
    let core_served_c = number("core_served_c", 0.0, 110.0, "°C");
    let by_s = number("by_s", 5.0, 1800.0, "s");
    let real_thickness_mm = number("real_thickness_mm", 3.0, 150.0, "mm");
    // By id, or by the name that a cook would write.
    let fish = text("fish").unwrap_or_default();
    let alike = |a: &str, b: &str| a.replace('_', " ").eq_ignore_ascii_case(&b.replace('_', " "));
    let species = catalogue.species.iter().find(|s| alike(&s.id, fish) || alike(&s.name, fish));
    if species.is_none() {
        problems.add("fish", format!("{fish:?} is no kind of fish that Cindo knows"));
    }
    let way = text("method").unwrap_or_default();
    let method = catalogue.methods.iter().find(|m| alike(&m.id, way) || alike(&m.name, way));
    if method.is_none() {
        problems.add("method", format!("{way:?} is no way of cooking that Cindo knows"));
    }
    let usual = species.and_then(|s| s.cuts.first());
    let cut = match text("cut") {
        None => usual.map(|usual| usual.cut.clone()),
        Some(cut) => {
            let known = catalogue.cuts.iter().find(|c| alike(&c.id, cut) || alike(&c.name, cut));
            if known.is_none() {
                problems.add("cut", format!("{cut:?} is no cut that Cindo knows"));
            }
            known.map(|c| c.id.clone())
        }
    };
    let verdict = text("verdict").and_then(|word| {
        let verdict = of_word::<Verdict>(&word.to_lowercase());
        if verdict.is_none() {
            problems.add("verdict", "allowed are under, right and over");
        }
        verdict
    });
    let mut faults = Vec::new();
    for word in text("faults").unwrap_or_default().split([' ', ',', ';']).filter(|w| !w.is_empty())
    {
        match of_word::<Fault>(&word.to_lowercase()) {
            Some(fault) => faults.push(fault),
            None => {
                problems.add("faults", "allowed are stuck, torn, pale, scorched, dry and salty")
            }
        }
    }
    let doneness = match text("doneness") {
        Some(text) => match text.parse::<f64>() {
            Ok(core_c) => Doneness::Core(core_c),
            Err(_) => Doneness::Band(text.to_owned()),
        },
        None => Doneness::default(),
    };
    let remark = Remark {
        verdict,
        by_s: by_s.filter(|_| matches!(verdict, Some(Verdict::Under | Verdict::Over))),
        faults,
        real_thickness_mm,
        note: text("note").unwrap_or_default().to_owned(),
        ..Remark::default()
    };
    problems.absorb(remark.check());
    let name = short(text("name").or(species.map(|s| s.name.as_str())).unwrap_or_default());
    if name.is_empty() {
        problems.add("name", format!("allowed are 1 to {NAME_LIMIT} characters"));
    }
    problems.finish()?;
    let (Some(at), Some(species), Some(method), Some(cut)) = (at, species, method, cut) else {
        return Err(Vec::new());
    };
    let gear_name = text("gear").unwrap_or_default().to_owned();
    let thickness_mm = thickness_mm.or(usual.map(|u| u.thickness_mm)).unwrap_or(25.0);
    let request = PlanRequest {
        piece: Piece {
            species: species.id.clone(),
            cut,
            thickness_mm,
            weight_g,
            start_c: start_c.unwrap_or(5.0),
            skin: text("skin").is_some_and(|skin| skin.eq_ignore_ascii_case("yes")),
            ..Piece::default()
        },
        method: method.id.clone(),
        doneness,
        medium_c,
        ..PlanRequest::default()
    };
    // The same row is the same entry, whoever brings it in again.
    let uid = match text("uid") {
        Some(uid) => uid.chars().take(UID_LIMIT).collect(),
        None => {
            let mut cells: Vec<String> = row.iter().map(|(k, v)| format!("{k}={v}")).collect();
            cells.sort();
            Uuid::new_v5(&Uuid::NAMESPACE_OID, cells.join("\n").as_bytes()).to_string()
        }
    };
    let entry = Entry {
        name,
        request,
        planned_s,
        promise: None,
        gear: String::new(),
        gear_name,
        slopes: None,
        out_s,
        turn_s: None,
        served_s: None,
        core_served_c,
        right_s: None,
        remark,
    };
    Ok(NewEntry { uid, cook: None, at_ms: at.as_millisecond(), entry })
}

/// A moment as a spreadsheet writes it; without an offset it is taken as UTC.
fn moment(text: &str) -> Option<Timestamp> {
    if let Ok(at) = text.parse::<Timestamp>() {
        return Some(at);
    }
    let civil = text.parse::<jiff::civil::DateTime>().ok()?;
    civil.to_zoned(jiff::tz::TimeZone::UTC).ok().map(|zoned| zoned.timestamp())
}
