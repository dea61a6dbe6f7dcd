//! Words of the steps: names in braces become this plan's figures.

use super::scene::Scene;
use crate::catalogue::{Family, SaltKind, Use};
use crate::say::{CELSIUS, GRAMS, MM, fill, long_time, sentence};

impl Scene<'_> {
    /// What is prepared, in a few words.
    pub(super) fn title(&self) -> String {
        let setup = &self.resolved.setup;
        // "Salmon, farmed" is salmon on a sheet.
        let name = setup.species.name.split(',').next().unwrap_or_default().to_lowercase();
        format!("{} {name} {}", setup.method.name, setup.cut.name)
    }

    /// A text with this plan's figures in it.
    pub(super) fn fill_in(&self, text: &str) -> String {
        let setup = &self.resolved.setup;
        let is_fire = setup.method.family == Family::Grill;
        fill(text, |name| {
            Some(match name {
                "thaw" => self.thaw.map_or_else(String::new, |t| t.sentence.clone()),
                "bones" => setup.species.bones.clone(),
                "pieces" => self.pieces(),
                "thickness" => format!("{:.0}{MM}", setup.thickness_m * 1000.0),
                "medium_low" if is_fire => "fire".to_owned(),
                "medium_low" => self.plan.setting.medium.to_lowercase(),
                "medium_c" => format!("{:.0}{CELSIUS}", self.plan.setting.medium_c),
                "vessel" if is_fire => "Fire".to_owned(),
                "vessel" => self.plan.batch.gear.first().cloned().unwrap_or_default(),
                "look" => self.plan.setting.look.clone(),
                "set_up" => self.set_up(),
                "mixture" => self.mixture.map_or_else(String::new, |m| m.name.clone()),
                "mixture_how" => self.mixture.map_or_else(String::new, |m| m.how.clone()),
                "stock_how" => self.stock.map_or_else(String::new, |m| m.how.clone()),
                "marinade_longest" => {
                    self.marinade().map_or_else(String::new, |m| long_time(60.0 * m.longest_min))
                }
                "stands" => self.mixture.map_or_else(String::new, |m| long_time(m.stands_s)),
                "salt_title" => self.salt_title(),
                "salt_detail" => self.salt_detail(),
                "salt_why" => self.salt.map_or_else(String::new, |s| s.why.clone()),
                // A test keeps the data free of other names.
                _ => return None,
            })
        })
    }

    fn pieces(&self) -> String {
        let count = self.resolved.count;
        let weight_g = 1000.0 * self.resolved.setup.weight_kg;
        if count == 1 {
            format!("One piece of {weight_g:.0}{GRAMS}")
        } else {
            format!("{count} pieces of {weight_g:.0}{GRAMS}")
        }
    }

    fn set_up(&self) -> String {
        let mut things: Vec<&str> =
            self.resolved.setup.method.tools.iter().map(String::as_str).collect();
        things.extend(["thermometer", "skewer", "warm plates"]);
        if self.takes("draining:rack") || self.takes("draining:paper") {
            things.push("rack");
        }
        sentence(&things.join(", "))
    }

    fn salt_title(&self) -> String {
        match self.salt.map(|s| s.salting.as_str()) {
            Some("wet_brine" | "equilibrium") => "Into the brine".to_owned(),
            Some("cure") => "Cure it, uncovered in the fridge".to_owned(),
            _ => "Salt it".to_owned(),
        }
    }

    fn salt_detail(&self) -> String {
        let Some(salt) = self.salt else { return String::new() };
        let dry =
            self.catalogue.saltings.iter().any(|s| s.id == salt.salting && s.kind == SaltKind::Dry);
        let amount = if dry {
            format!("{}{GRAMS} of fine salt over all sides", salt.salt_g)
        } else {
            format!("{}{GRAMS} of salt in {:.0}{GRAMS} of cold water", salt.salt_g, salt.water_g)
        };
        let time = if salt.minutes >= 1.5 {
            format!(", {}", long_time(60.0 * salt.minutes))
        } else {
            ", then straight into the heat".to_owned()
        };
        let spiced = self.mixture.is_some_and(|m| m.purpose == Use::Coat && m.seasons);
        let caution = if spiced { " The coat brings salt too." } else { "" };
        format!("{amount}{time}. {}{caution}", salt.sentence)
    }
}
