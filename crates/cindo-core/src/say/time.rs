//! Times as a cook says them.

/// Minutes and seconds as fine as a cook can use them: to 5 s under ten minutes, to 15 s under half an
/// hour, to the minute above.
pub(crate) fn clock(seconds: f64) -> String {
    let step = match seconds {
        s if s < 600.0 => 5.0,
        s if s < 1800.0 => 15.0,
        _ => 60.0,
    };
    let whole = ((seconds / step).round() * step).max(0.0);
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
    fn clock_is_as_fine_as_a_cook_can_use_it() {
        assert_eq!(clock(59.6), "1:00");
        assert_eq!(clock(392.4), "6:30");
        assert_eq!(clock(611.0), "10:15");
        assert_eq!(clock(1835.0), "31:00");
        assert_eq!(clock(-3.0), "0:00");
    }

    #[test]
    fn long_waits_are_minutes_hours_or_days() {
        assert_eq!(long_time(58.0 * 60.0), "58 min");
        assert_eq!(long_time(13.1 * 3600.0), "13 h");
        assert_eq!(long_time(60.0 * 3600.0), "2.5 days");
    }
}
