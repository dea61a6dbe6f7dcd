//! Tables as spreadsheets write them.

/// A table whose cells are parted by comma, semicolon or tab, with or without a byte-order mark.
pub(crate) struct Table<'t> {
    /// Its head and rows.
    pub(crate) reader: csv::Reader<&'t [u8]>,
    /// Whether numbers in it may have a decimal comma: where the semicolon parts the cells.
    pub(crate) has_decimal_commas: bool,
}

impl<'t> Table<'t> {
    pub(crate) fn of(text: &'t str) -> Self {
        let text = text.trim_start_matches('\u{feff}');
        let head = text.lines().next().unwrap_or_default();
        let count = |c: char| head.matches(c).count();
        let delimiter = [';', '\t', ','].into_iter().max_by_key(|c| count(*c)).unwrap_or(',');
        let reader = csv::ReaderBuilder::new()
            .delimiter(u8::try_from(delimiter).unwrap_or(b','))
            .flexible(true)
            .trim(csv::Trim::All)
            .from_reader(text.as_bytes());
        Self { reader, has_decimal_commas: delimiter == ';' }
    }
}
