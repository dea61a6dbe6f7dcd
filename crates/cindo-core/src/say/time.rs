//! Times as a cook says them.

/// Minutes and seconds.
pub(crate) fn clock(seconds: f64) -> String {
    let whole = seconds.round().max(0.0);
    format!("{:.0}:{:02.0}", (whole / 60.0).floor(), whole % 60.0)
}

/// Hours and minutes in words for long waits.
pub(crate) fn long_time(seconds: f64) -> String {
    let minutes = (seconds / 60.0).round();
    if minutes < 100.0 {
        format!("{minutes:.0} min")
    } else if minutes < 48.0 * 60.0 {
        let half_hours = (minutes / 30.0).round() / 2.0;
        format!("{half_hours} h")
    } else {
        format!("{:.1} days", minutes / 1440.0)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn clock_rounds_to_the_second() {
        assert_eq!(clock(59.6), "1:00");
        assert_eq!(clock(605.2), "10:05");
        assert_eq!(clock(-3.0), "0:00");
    }

    #[test]
    fn long_waits_are_minutes_hours_or_days() {
        assert_eq!(long_time(58.0 * 60.0), "58 min");
        assert_eq!(long_time(13.1 * 3600.0), "13 h");
        assert_eq!(long_time(60.0 * 3600.0), "2.5 days");
    }
}
