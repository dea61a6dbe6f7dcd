//! The log as a file: JSON with everything in it, CSV with a row a cook for spreadsheets.

use std::collections::HashMap;
use std::ops::Range;

use cindo_core::catalogue::Catalogue;
use cindo_core::error::{FieldError, Problems};
use cindo_core::kitchen::MOST_USES;
use cindo_core::log::{Entry, Fault, MOST_BY_S, PRICE_KG, REAL_THICKNESS_MM, Remark, Verdict};
use cindo_core::piece::Piece;
use cindo_core::setup::{Doneness, PlanRequest};
use cindo_store::{KeptEntry, NewEntry};
use jiff::Timestamp;
use serde::de::{DeserializeOwned, Error as _};
use serde::{Deserialize, Deserializer, Serialize};
use serde_json::value::RawValue;
use utoipa::ToSchema;
use uuid::Uuid;

use crate::import::Looked;
use crate::table::{Table, table_reader};

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
    #[schema(max_items = 120_000, value_type = Option<Vec<FileEntry>>)]
    entries: Option<Vec<RawEntry>>,
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

/// An entry of a file as its text: what a hundred thousand of them take is what they came with.
#[derive(Debug)]
pub(crate) struct RawEntry(Box<RawValue>);

impl<'de> Deserialize<'de> for RawEntry {
    fn deserialize<D: Deserializer<'de>>(reader: D) -> Result<Self, D::Error> {
        let raw = Box::<RawValue>::deserialize(reader)?;
        // Read whole here already, so that what is no entry is refused with its file.
        let read: Result<FileEntry, _> =
            serde_path_to_error::deserialize(&mut serde_json::Deserializer::from_str(raw.get()));
        match read {
            Ok(_) => Ok(Self(raw)),
            Err(error) if error.path().iter().next().is_none() => {
                Err(D::Error::custom(error.into_inner()))
            }
            Err(error) => Err(D::Error::custom(error)),
        }
    }
}

/// One of a file, as far as it could be read.
#[derive(Debug)]
pub(crate) enum Line {
    /// An entry of a JSON file.
    Whole(RawEntry),
    /// A row of the table: where it stands in the text.
    Row(Range<usize>),
    /// What the reader says.
    Unreadable(Box<FieldError>),
}

/// What a file holds, each with a name, in its order.
#[derive(Debug, Default)]
pub(crate) struct Opened {
    pub(crate) lines: Vec<(String, Line)>,
    /// The table that rows stand in.
    pub(crate) table: Rows,
}

/// The text of a table, and what its columns are.
#[derive(Debug, Default)]
pub(crate) struct Rows {
    text: String,
    delimiter: u8,
    has_decimal_commas: bool,
    columns: Vec<Option<&'static str>>,
}

impl Rows {
    /// The cells of a row, by their columns.
    fn cells(&self, row: Range<usize>) -> HashMap<&'static str, String> {
        let text = self.text.get(row).unwrap_or_default();
        let mut reader =
            table_reader(self.delimiter).has_headers(false).from_reader(text.as_bytes());
        let record = reader.records().next().and_then(Result::ok).unwrap_or_default();
        let cells = self.columns.iter().copied().zip(record.iter());
        let cell = |(column, value): (Option<&'static str>, &str)| {
            let value = plain(value);
            column.filter(|_| !value.is_empty()).map(|column| (column, value))
        };
        let mut row: HashMap<&'static str, String> = cells.filter_map(cell).collect();
        if self.has_decimal_commas {
            for column in NUMBERS {
                if let Some(value) = row.get_mut(column) {
                    *value = value.replace(',', ".");
                }
            }
        }
        row
    }
}

/// Columns of the table: name, and what stands there.
pub(crate) const COLUMNS: [&str; 24] = [
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
    "source",
    "price_kg",
    "uses",
    "note",
];

/// Reads a file.
///
/// # Errors
/// A file that is no log at all.
pub(crate) fn open(file: LogFile) -> Result<Opened, Vec<FieldError>> {
    let mut problems = Problems::new();
    let opened = match (file.entries, file.csv) {
        (Some(entries), None) => {
            if file.format.as_deref() != Some(FORMAT) {
                problems.add("format", format!("this is not a log; its format must be `{FORMAT}`"));
            }
            if file.version != Some(VERSION) {
                problems.add("version", format!("this program reads version {VERSION}"));
            }
            problems.at_most("entries", &entries, MOST_ENTRIES);
            let line = |(place, raw): (usize, RawEntry)| (name_of(&raw, place), Line::Whole(raw));
            let lines = entries.into_iter().take(MOST_ENTRIES).enumerate().map(line).collect();
            Opened { lines, table: Rows::default() }
        }
        (None, Some(csv)) => rows(csv, &mut problems),
        _ => {
            problems
                .add("entries", "give the entries of a log or the text of a `csv`, one of the two");
            Opened::default()
        }
    };
    problems.finish().map(|()| opened)
}

/// What an entry is listed as.
fn name_of(raw: &RawEntry, place: usize) -> String {
    let entry = entry_of(raw).map(|file| short(&file.entry.name));
    entry.unwrap_or_else(|_| format!("entry {place}"))
}

fn entry_of(RawEntry(raw): &RawEntry) -> Result<FileEntry, Vec<FieldError>> {
    serde_json::from_str(raw.get())
        .map_err(|e| vec![FieldError { field: "entry".to_owned(), message: e.to_string() }])
}

/// A name as it is listed.
fn short(name: &str) -> String {
    name.trim().chars().take(NAME_LIMIT).collect()
}

/// The rows of a table as spreadsheets write it.
fn rows(csv: String, problems: &mut Problems) -> Opened {
    let Table { mut reader, has_decimal_commas, delimiter } = Table::of(&csv);
    let columns: Vec<Option<&'static str>> = match reader.headers() {
        Ok(head) => head
            .iter()
            .map(|name| COLUMNS.into_iter().find(|known| name.eq_ignore_ascii_case(known)))
            .collect(),
        Err(error) => {
            problems.add("csv", format!("is no table: {error}"));
            return Opened::default();
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
    let place_of = |column: &str| columns.iter().position(|known| *known == Some(column));
    let name_places = [place_of("name"), place_of("fish")];
    // The reader counts from behind the byte-order mark.
    let head_bytes = csv.len() - csv.trim_start_matches('\u{feff}').len();
    let mut lines: Vec<(String, Line)> = Vec::new();
    let mut record = csv::StringRecord::new();
    for number in 2_usize.. {
        let from = head_bytes + usize::try_from(reader.position().byte()).unwrap_or(usize::MAX);
        let is_row = reader.read_record(&mut record);
        let to = head_bytes + usize::try_from(reader.position().byte()).unwrap_or(usize::MAX);
        let (name, line) = match is_row {
            Ok(false) => break,
            Ok(true) if record.iter().all(str::is_empty) => continue,
            Ok(true) => {
                let named = name_places.iter().flatten().filter_map(|place| record.get(*place));
                let name = named.map(plain).find(|name| !name.is_empty());
                (name.unwrap_or_default(), Line::Row(from..to))
            }
            Err(error) => {
                let field = format!("line {number}");
                let error = FieldError { field, message: error.to_string() };
                (String::new(), Line::Unreadable(Box::new(error)))
            }
        };
        if lines.len() >= MOST_ENTRIES {
            problems.add("csv", format!("at most {MOST_ENTRIES} rows, and there are more"));
            break;
        }
        lines.push((format!("{number}: {}", short(&name)), line));
    }
    drop(reader);
    Opened { lines, table: Rows { text: csv, delimiter, has_decimal_commas, columns } }
}

/// Columns that hold numbers.
const NUMBERS: [&str; 11] = [
    "thickness_mm",
    "weight_g",
    "start_c",
    "medium_c",
    "planned_s",
    "out_s",
    "core_served_c",
    "by_s",
    "real_thickness_mm",
    "price_kg",
    "uses",
];

/// What a spreadsheet would take for a formula begins with one of these.
const FORMULA: [char; 12] = ['=', '+', '-', '@', '|', '\t', '\r', '\n', '＝', '＋', '－', '＠'];

/// Whether a text goes out with an apostrophe before it: a formula to a spreadsheet, or a text that begins with such
/// an apostrophe itself, so that each comes back as it was.
fn is_marked(text: &str) -> bool {
    text.trim_start_matches('\'').starts_with(FORMULA)
}

/// A text that no spreadsheet takes for a formula.
pub(crate) fn safe(text: &str) -> String {
    if is_marked(text) { format!("'{text}") } else { text.to_owned() }
}

/// The text again.
fn plain(cell: &str) -> String {
    let rest = cell.strip_prefix('\'').filter(|rest| is_marked(rest));
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
        safe(&remark.source),
        number(remark.price_kg),
        number(remark.uses.map(f64::from)),
        safe(&remark.note),
    ]
}

/// Looks at one of a file; `is_new` says whether its uid was not seen before. What is new is handed back as it is.
pub(crate) fn look(
    catalogue: &Catalogue,
    rows: &Rows,
    line: Line,
    is_new: &mut impl FnMut(&str) -> bool,
) -> Looked<Line> {
    let new = read_line(catalogue, rows, &line)?;
    Ok(is_new(&new.uid).then_some(line))
}

/// One of a file as it is kept.
///
/// # Errors
/// What is wrong with it.
pub(crate) fn read_line(
    catalogue: &Catalogue,
    rows: &Rows,
    line: &Line,
) -> Result<NewEntry, Vec<FieldError>> {
    match line {
        Line::Whole(raw) => of_whole(catalogue, entry_of(raw)?),
        Line::Row(row) => of_row(catalogue, &rows.cells(row.clone())),
        Line::Unreadable(error) => Err(vec![(**error).clone()]),
    }
}

fn of_whole(catalogue: &Catalogue, file: FileEntry) -> Result<NewEntry, Vec<FieldError>> {
    let mut problems = Problems::new();
    let FileEntry { uid, at, entry } = file;
    if !(1..=UID_LIMIT).contains(&uid.chars().count()) {
        problems.add("uid", format!("allowed are 1 to {UID_LIMIT} characters"));
    }
    if !(1..=NAME_LIMIT).contains(&entry.name.trim().chars().count()) {
        problems.add("entry.name", format!("allowed are 1 to {NAME_LIMIT} characters"));
    }
    check_size(&entry, &mut problems);
    check_kind(catalogue, &entry.request, &mut problems);
    check_times(&entry, &mut problems);
    problems.within("entry.remark", entry.remark.check());
    problems.finish()?;
    Ok(NewEntry { uid, cook: None, at_ms: at.as_millisecond(), entry })
}

/// Largest entry as JSON, bytes, and longest id and name of gear, characters.
const LARGEST: usize = 16 * 1024;
const LONGEST_GEAR: usize = 60;

/// What one entry brings in has to fit a page.
fn check_size(entry: &Entry, problems: &mut Problems) {
    let bytes = serde_json::to_vec(entry).map_or(usize::MAX, |text| text.len());
    if bytes > LARGEST {
        problems.add("entry", format!("is larger than {} kB", LARGEST / 1024));
    }
    for (field, text) in [("entry.gear", &entry.gear), ("entry.gear_name", &entry.gear_name)] {
        if text.chars().count() > LONGEST_GEAR {
            problems.add(field, format!("at most {LONGEST_GEAR} characters"));
        }
    }
}

/// Kinds have to be known; a plan that would not be solved today is history all the same.
fn check_kind(catalogue: &Catalogue, request: &PlanRequest, problems: &mut Problems) {
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

/// No pull moves by more than this, s, for any unit of what nobody knows.
const STEEPEST: f64 = 1e5;
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
    if let Some(slopes) = entry.slopes {
        let each = [slopes.thickness_s_mm, slopes.start_s_k, slopes.film_s, slopes.medium_s_k];
        for slope in each {
            problems.range("entry.slopes", slope, -STEEPEST, STEEPEST, "");
        }
        problems.range("entry.slopes.band_s", slopes.band_s, 1.0, LONGEST_S, "s");
    }
}

/// A row of a table while it is read, with what is wrong with it.
struct Row<'r> {
    cells: &'r HashMap<&'static str, String>,
    problems: Problems,
}

impl<'r> Row<'r> {
    fn text(&self, column: &str) -> Option<&'r str> {
        self.cells.get(column).map(String::as_str)
    }

    fn number(&mut self, column: &str, (low, high): (f64, f64), unit: &str) -> Option<f64> {
        let value = self.text(column)?;
        let number = value.parse::<f64>().ok().filter(|number| number.is_finite());
        match number {
            Some(number) => self.problems.range(column, number, low, high, unit),
            None => self.problems.add(column, format!("{value:?} is no number")),
        }
        number
    }

    /// What a cell names, by its id or as a cook would write it.
    fn named<'c, T>(
        &mut self,
        column: &str,
        what: &str,
        items: &'c [T],
        of: impl Fn(&T) -> (&str, &str),
    ) -> Option<&'c T> {
        let asked = self.text(column).unwrap_or_default();
        let alike =
            |name: &str| name.replace('_', " ").eq_ignore_ascii_case(&asked.replace('_', " "));
        let found = items.iter().find(|item| {
            let (id, name) = of(item);
            alike(id) || alike(name)
        });
        if found.is_none() {
            self.problems.add(column, format!("{asked:?} is no {what} that Cindo knows"));
        }
        found
    }

    fn remark(&mut self) -> Remark {
        let by_s = self.number("by_s", MOST_BY_S, "s");
        let real_thickness_mm = self.number("real_thickness_mm", REAL_THICKNESS_MM, "mm");
        let price_kg = self.number("price_kg", PRICE_KG, "");
        #[expect(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "0 to 200")]
        let uses =
            self.number("uses", (0.0, f64::from(MOST_USES)), "").map(|uses| uses.round() as u32);
        let verdict = self.text("verdict").and_then(|word| {
            let verdict = of_word::<Verdict>(&word.to_lowercase());
            if verdict.is_none() {
                self.problems.add("verdict", "allowed are under, right and over");
            }
            verdict
        });
        let mut faults = Vec::new();
        let words = self.text("faults").unwrap_or_default().split([' ', ',', ';']);
        for word in words.filter(|word| !word.is_empty()) {
            if let Some(fault) = of_word::<Fault>(&word.to_lowercase()) {
                faults.push(fault);
            } else {
                let allowed = "allowed are stuck, torn, pale, scorched, dry and salty";
                self.problems.add("faults", allowed);
            }
        }
        let remark = Remark {
            verdict,
            by_s: by_s.filter(|_| matches!(verdict, Some(Verdict::Under | Verdict::Over))),
            faults,
            real_thickness_mm,
            source: self.text("source").unwrap_or_default().to_owned(),
            price_kg,
            uses,
            note: self.text("note").unwrap_or_default().to_owned(),
        };
        self.problems.absorb(remark.check());
        remark
    }

    /// What was planned, as far as a table tells.
    fn request(&mut self, catalogue: &Catalogue) -> Option<PlanRequest> {
        let species = self.named("fish", "kind of fish", &catalogue.species, |s| (&s.id, &s.name));
        let method =
            self.named("method", "way of cooking", &catalogue.methods, |m| (&m.id, &m.name));
        let usual = species.and_then(|species| species.cuts.first());
        let cut = if self.text("cut").is_some() {
            let cut = self.named("cut", "cut", &catalogue.cuts, |c| (&c.id, &c.name));
            cut.map(|cut| cut.id.clone())
        } else {
            usual.map(|usual| usual.cut.clone())
        };
        let thickness_mm = self.number("thickness_mm", THICKNESS_MM, "mm");
        let weight_g = self.number("weight_g", (1.0, 30_000.0), "g");
        let start_c = self.number("start_c", (-40.0, 40.0), "°C");
        let medium_c = self.number("medium_c", (40.0, 320.0), "°C");
        let doneness = self.text("doneness").map(|text| match text.parse::<f64>() {
            Ok(core_c) => Doneness::Core(core_c),
            Err(_) => Doneness::Band(text.to_owned()),
        });
        Some(PlanRequest {
            piece: Piece {
                species: species?.id.clone(),
                cut: cut?,
                thickness_mm: thickness_mm.or(usual.map(|u| u.thickness_mm)).unwrap_or(25.0),
                weight_g,
                start_c: start_c.unwrap_or(5.0),
                skin: self.text("skin").is_some_and(|skin| skin.eq_ignore_ascii_case("yes")),
                ..Piece::default()
            },
            method: method?.id.clone(),
            doneness: doneness.unwrap_or_default(),
            medium_c,
            ..PlanRequest::default()
        })
    }
}

/// Thicknesses that pieces have, mm.
const THICKNESS_MM: (f64, f64) = (3.0, 150.0);

fn of_row(
    catalogue: &Catalogue,
    cells: &HashMap<&'static str, String>,
) -> Result<NewEntry, Vec<FieldError>> {
    let mut row = Row { cells, problems: Problems::new() };
    let at = row.text("at").and_then(moment);
    if at.is_none() {
        let allowed =
            "is no time; allowed is RFC 3339, or a date and time such as 2026-11-26 19:30";
        row.problems.add("at", allowed);
    }
    let request = row.request(catalogue);
    let times = (1.0, LONGEST_S);
    let planned_s = row.number("planned_s", times, "s");
    let out_s = row.number("out_s", times, "s");
    let core_served_c = row.number("core_served_c", (0.0, 110.0), "°C");
    let remark = row.remark();
    let species = request.as_ref().and_then(|r| catalogue.species(&r.piece.species));
    let name = row.text("name").or(species.map(|species| species.name.as_str()));
    let gear_name = row.text("gear").unwrap_or_default().chars().take(LONGEST_GEAR).collect();
    // The same row is the same entry, whoever brings it in again.
    let uid = row.text("uid").map(|uid| uid.chars().take(UID_LIMIT).collect());
    let uid: String = uid.unwrap_or_else(|| {
        let mut cells: Vec<String> = cells.iter().map(|(k, v)| format!("{k}={v}")).collect();
        cells.sort();
        Uuid::new_v5(&Uuid::NAMESPACE_OID, cells.join("\n").as_bytes()).to_string()
    });
    let entry = request.map(|request| Entry {
        name: short(name.unwrap_or_default()),
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
    });
    row.problems.finish()?;
    // What is missing was complained about.
    let (Some(at), Some(entry)) = (at, entry) else { return Err(Vec::new()) };
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
