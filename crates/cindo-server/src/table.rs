//! Tables as spreadsheets write them.

/// A table whose cells are parted by comma, semicolon or tab, with or without a byte-order mark.
pub(crate) struct Table<'t> {
    /// Its head and rows.
    pub(crate) reader: csv::Reader<&'t [u8]>,
    /// Whether numbers in it may have a decimal comma: where the semicolon parts the cells.
    pub(crate) has_decimal_commas: bool,
    /// What parts the cells.
    pub(crate) delimiter: u8,
}

/// A reader of such a table.
pub(crate) fn table_reader(delimiter: u8) -> csv::ReaderBuilder {
    let mut builder = csv::ReaderBuilder::new();
    builder.delimiter(delimiter).flexible(true).trim(csv::Trim::All);
    builder
}

impl<'t> Table<'t> {
    pub(crate) fn of(text: &'t str) -> Self {
        let text = text.trim_start_matches('\u{feff}');
        let head = text.lines().next().unwrap_or_default();
        let count = |c: u8| head.bytes().filter(|b| *b == c).count();
        let delimiter = *b";\t,".iter().max_by_key(|c| count(**c)).unwrap_or(&b',');
        let reader = table_reader(delimiter).from_reader(text.as_bytes());
        Self { reader, has_decimal_commas: delimiter == b';', delimiter }
    }
}
