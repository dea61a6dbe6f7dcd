//! Before the heat: the Fish and Prep screens as cooks use them.

use cindo_e2e::{Browser, Screen, Server};
use fantoccini::Locator;
use fantoccini::wd::PrintConfiguration;
use serde_json::Value;

type Outcome = Result<(), Box<dyn std::error::Error>>;

const FRIED: &str = "/prep?fish=haddock&cut=loin&mm=26&skin=off&start=5&method=deep_fry&done=by_the_book&count=4&weight=170";

async fn open(screen: Screen, path: &str) -> Result<(Server, Browser), Box<dyn std::error::Error>> {
    let server = Server::demo()?;
    let browser = Browser::open(screen).await?;
    browser.client.goto(&format!("{}{path}", server.address)).await?;
    let ready = if path.starts_with("/prep") {
        "main ol > li"
    } else {
        "[role=tabpanel] li, [role=tabpanel] label"
    };
    browser.until(&format!("document.querySelectorAll('{ready}').length > 3")).await?;
    Ok((server, browser))
}

/// A number in the page's text after some words.
async fn figure(browser: &Browser, heading: &str) -> Result<f64, Box<dyn std::error::Error>> {
    let script = format!(
        "[...document.querySelectorAll('h3')].find(h => h.innerText.includes('{heading}'))?.lastChild.innerText"
    );
    let text = browser.until(&script).await?;
    let text = text.as_str().unwrap_or_default().replace('\u{a0}', " ");
    Ok(text.split(' ').next().unwrap_or_default().parse()?)
}

#[tokio::test]
async fn a_look_at_the_counter_ends_in_a_verdict_that_governs_the_plan() -> Outcome {
    let (_server, browser) = open(
        Screen::Desk,
        "/fish?fish=cod&cut=loin&mm=30&skin=off&start=5&method=poach&done=medium&tab=look",
    )
    .await?;
    let verdict = "document.querySelector('section[aria-label=Verdict]')?.innerText";
    browser.until(&format!("{verdict}?.includes('Look a little longer')")).await?;
    browser.check_accessible().await?;
    browser.press("faintly of fish").await?;
    browser.press("comes back slowly").await?;
    browser.press("dull or browning at the edge").await?;
    browser.until(&format!("{verdict}?.includes('cook it through')")).await?;
    browser.press("Keep with the piece").await?;
    browser.until("location.search.includes('fresh=cook_through')").await?;
    browser.press("Plan it").await?;
    browser.settled().await?;
    // Asked for medium, the piece is cooked by the book all the same.
    browser
        .until("document.querySelector('section[aria-label=Card]')?.innerText?.includes('core 6')")
        .await?;
    assert!(
        browser.client.current_url().await?.query().unwrap_or_default().contains("done=medium")
    );
    Ok(())
}

#[tokio::test]
async fn bad_fish_is_refused_with_the_reason() -> Outcome {
    let (_server, browser) = open(Screen::Phone, "/fish?tab=look").await?;
    browser.press("frozen").await?;
    browser.press("soft at an edge").await?;
    let verdict = "document.querySelector('section[aria-label=Verdict]')?.innerText";
    browser.until(&format!("{verdict}?.includes('Leave it')")).await?;
    browser.until(&format!("{verdict}?.includes('begun to thaw')")).await?;
    browser.check_no_sideways_scroll().await?;
    browser.check_accessible().await?;
    browser.press("Keep with the piece").await?;
    browser.until("location.search.includes('fresh=leave_it')").await?;
    browser.press("Plan it").await?;
    let refusal = "document.querySelector('[role=alert]')?.innerText";
    browser.until(&format!("{refusal}?.includes('not for the kitchen')")).await?;
    browser.press("This is another piece").await?;
    browser.settled().await?;
    Ok(())
}

#[tokio::test]
async fn kinds_are_found_filtered_and_replaced() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/fish").await?;
    let find = browser.client.find(Locator::Css("input[type=search]")).await?;
    find.send_keys("mack").await?;
    browser
        .until("document.querySelectorAll('section[aria-label=\"Kinds of fish\"] li').length === 3")
        .await?;
    browser.press("for guests at risk").await?;
    browser.until("![...document.querySelectorAll('section[aria-label=\"Kinds of fish\"] li')].some(l => l.innerText.includes('King'))").await?;
    browser.press("Mackerel").await?;
    browser.until("document.querySelector('h1')?.innerText.startsWith('Mackerel')").await?;
    browser.until("document.querySelector('article')?.innerText?.includes('Histamine')").await?;
    browser.press("Instead of it").await?;
    browser.until("document.querySelectorAll('[role=tabpanel] ol li').length >= 1").await?;
    browser.check_accessible().await?;
    browser.press("How much to buy").await?;
    browser
        .until("document.querySelector('article')?.innerText?.includes('whole, as caught')")
        .await?;
    browser.press("Freeze against parasites").await?;
    browser
        .until("document.querySelector('article [role=status]')?.innerText.startsWith('Never')")
        .await?;
    let freezer = browser
        .client
        .find(Locator::XPath("//label[contains(., 'Freezer')]/following-sibling::div//input"))
        .await?;
    freezer.clear().await?;
    freezer.send_keys("-25").await?;
    browser
        .until("document.querySelector('article [role=status]')?.innerText?.includes('7 days')")
        .await?;
    browser.check_accessible().await?;
    Ok(())
}

#[tokio::test]
async fn thawing_for_tonight_says_when_to_begin_and_what_to_do_when_it_is_late() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/prep").await?;
    // In a quarter of an hour no fridge thaws a loin.
    let soon = browser
        .client
        .execute(
            "const t = new Date(Date.now() + 15 * 60000);
             return String(t.getHours()).padStart(2, '0') + ':' + String(t.getMinutes()).padStart(2, '0')",
            vec![],
        )
        .await?;
    let field = browser.client.find(Locator::Id("heat-at")).await?;
    field.clear().await?;
    field.send_keys(soon.as_str().unwrap_or_default()).await?;
    browser.press("frozen: fridge").await?;
    let thaw = "document.querySelector('section[aria-labelledby=thaw]')?.innerText";
    browser.until(&format!("{thaw}?.includes('Out of the freezer at')")).await?;
    browser.until(&format!("{thaw}?.includes('Too late for')")).await?;
    browser.check_accessible().await?;
    browser.press("Thaw it in cold water instead").await?;
    browser.until("location.search.includes('thaw=cold_water')").await?;
    browser.until(&format!("{thaw}?.includes('in a bag')")).await?;
    browser.until("document.body.innerText.includes('changed every half hour')").await?;
    Ok(())
}

#[tokio::test]
async fn thickness_moves_salt_and_flour() -> Outcome {
    let (_server, browser) = open(Screen::Desk, &format!("{FRIED}&coat=flour")).await?;
    let before = figure(&browser, "easoned flour").await?;
    let salted = "document.querySelector('section[aria-labelledby=salt]')?.innerText";
    let plate = browser.client.execute(&format!("return {salted}"), vec![]).await?;
    for _ in 0..8 {
        browser.press("Thickness: less").await?;
    }
    browser.until("location.search.includes('mm=18')").await?;
    browser.until("document.querySelector('main [aria-busy=false]') !== null").await?;
    browser.until(&format!("{salted} !== {}", serde_json::to_string(&plate)?)).await?;
    let after = figure(&browser, "easoned flour").await?;
    assert!(after > 1.15 * before, "thinner pieces have more face: {before} and {after}");
    // Out of range is said beside its field, and what worked last stays.
    let field = browser
        .client
        .find(Locator::XPath("//label[contains(., 'Thickness')]/following-sibling::div//input"))
        .await?;
    field.clear().await?;
    field.send_keys("900").await?;
    browser
        .until("document.querySelector('main [role=alert]')?.innerText?.includes('4 to 120')")
        .await?;
    assert!(figure(&browser, "easoned flour").await? > 0.0);
    Ok(())
}

#[tokio::test]
async fn sides_and_schools_change_the_steps() -> Outcome {
    let (_server, browser) = open(Screen::Desk, FRIED).await?;
    let steps = "[...document.querySelectorAll('section[aria-labelledby=before] li')].map(l => l.innerText).join('|')";
    browser.until(&format!("{steps}.includes('Rinse the salt off')")).await?;
    browser.press("back of a knife").await?;
    browser.until(&format!("{steps}.includes('Scrape it dry, last of all')")).await?;
    browser.press("use it at once").await?;
    browser.until(&format!("{steps}.includes('Finish the beer batter, oil hot')")).await?;
    browser.press("Rinse").await?;
    browser.until(&format!("!{steps}.includes('Rinse the salt off')")).await?;
    browser
        .until("document.querySelector('section[aria-labelledby=salt]')?.innerText?.includes('too salty')")
        .await?;
    Ok(())
}

#[tokio::test]
async fn the_sheet_prints_and_its_files_download() -> Outcome {
    let (_server, browser) = open(Screen::Desk, FRIED).await?;
    browser.press("Calendar").await?;
    let calendar = browser.saved("before-the-heat.ics").await?;
    assert!(calendar.starts_with("BEGIN:VCALENDAR"), "{calendar}");
    let shown = browser
        .client
        .execute(
            "return document.querySelectorAll('section[aria-labelledby=before] > ol:first-of-type > li').length",
            vec![],
        )
        .await?;
    // Every step on screen, the last of them the cooking.
    assert_eq!(Some(calendar.matches("BEGIN:VEVENT").count() as u64), shown.as_u64());
    browser.press("Steps as a file").await?;
    let how_to: Value = serde_json::from_str(&browser.saved("before-the-heat.jsonld").await?)?;
    assert_eq!(how_to["@type"], "HowTo");
    assert!(
        how_to["step"].as_array().is_some_and(|s| s.len() as u64 > shown.as_u64().unwrap_or(99))
    );
    assert!(how_to["totalTime"].as_str().is_some_and(|t| t.starts_with("PT")), "{how_to}");

    browser.client.execute("window.print = () => { window.printed = true; }", vec![]).await?;
    browser.press("Print").await?;
    browser.until("window.printed === true").await?;
    let pdf = browser.client.print(PrintConfiguration::default()).await?;
    assert!(pdf.starts_with(b"%PDF"));
    Ok(())
}

/// A sheet for the pass: what it is stands first, its picture and what has to be weighed out are on the first page,
/// and nothing that only a screen can do is on it.
#[tokio::test]
async fn on_paper_the_title_stands_first_and_what_counts_is_on_the_first_page() -> Outcome {
    let on_first = |of: &str| {
        format!(
            "(r => r && r.width > 300 && r.top > 0 && r.bottom < 1047)(document.querySelector('{of}')?.getBoundingClientRect())"
        )
    };
    let is_paper = "![...document.querySelectorAll('header, nav, select')].some(e => e.checkVisibility()) && document.documentElement.scrollWidth <= innerWidth";
    let (server, browser) = open(Screen::Desk, FRIED).await?;
    browser.client.goto(&server.address).await?;
    browser.settled().await?;
    browser.onto_paper().await?;
    let top = |of: &str| format!("document.querySelector('{of}').getBoundingClientRect().top");
    let title = r"document.querySelector('main h2.print\\:block')";
    browser.until(&format!("{title}.innerText.startsWith('Sear: 2 × hake loin')")).await?;
    for below in ["section[aria-label=Picture] canvas", "section[aria-label=\"Before the heat\"]"] {
        let stands = format!(
            "{title}.checkVisibility() && {} > {}",
            top(below),
            top(r"main h2.print\\:block")
        );
        browser.until(&stands).await?;
    }
    browser.until(&on_first("section[aria-label=Picture] canvas")).await?;
    browser.until(is_paper).await?;
    browser.client.goto(&format!("{}{FRIED}", server.address)).await?;
    browser.until("document.querySelector('section[aria-labelledby=amounts]') !== null").await?;
    browser.onto_paper().await?;
    browser.until("document.body.innerText.trim().startsWith('Deep-fry haddock loin')").await?;
    browser.until(&on_first("section[aria-labelledby=amounts]")).await?;
    let steps = top("section[aria-labelledby=before]");
    let amounts = top("section[aria-labelledby=amounts]");
    browser.until(&format!("{amounts} < {steps}")).await?;
    browser.until(is_paper).await?;
    Ok(())
}

#[tokio::test]
async fn the_plan_begins_with_what_comes_before() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&server.address).await?;
    browser.settled().await?;
    let lines = "document.querySelector('section[aria-label=\"Before the heat\"]')?.innerText";
    browser.until(&format!("{lines}?.includes('Pull the pin bones')")).await?;
    let link = browser.find(Locator::LinkText("Before the heat")).await?;
    link.click().await?;
    browser.until("location.pathname === '/prep'").await?;
    browser.until("document.querySelector('h1')?.innerText?.includes('Sear hake loin')").await?;
    Ok(())
}

#[tokio::test]
async fn units_follow_the_cook() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    browser.client.goto(&server.address).await?;
    let store = "localStorage.setItem('cindo.preferences', JSON.stringify({temperature: 'F', length: 'in', mass: 'oz'}))";
    browser.client.execute(store, vec![]).await?;
    for path in [FRIED, "/prep?thaw=fridge", "/fish?tab=freeze", "/fish?tab=instead"] {
        browser.client.goto(&format!("{}{path}", server.address)).await?;
        browser
            .until("document.querySelectorAll('main ol > li, [role=tabpanel] li').length > 1")
            .await?;
        let text =
            browser.client.execute("return document.querySelector('main')?.innerText", vec![]);
        let text = text.await?.as_str().unwrap_or_default().replace('\u{a0}', " ");
        for unit in [" °C", " mm"] {
            let left = text.lines().find(|l| l.contains(unit));
            assert!(left.is_none(), "{path} still says {left:?}");
        }
        assert!(text.contains(" °F") || text.contains(" in"), "{path} says neither");
    }
    Ok(())
}

#[tokio::test]
async fn choices_stay_with_the_plan_over_every_screen() -> Outcome {
    let (_server, browser) = open(
        Screen::Desk,
        "/prep?fish=hake&cut=loin&mm=28&skin=on&start=5&method=sear&done=medium&count=2&weight=180",
    )
    .await?;
    browser.press("back of a knife").await?;
    browser.press("Butter sauce").await?;
    browser
        .until("location.search.includes('side=') && location.search.includes('sauce=yes')")
        .await?;
    for screen in ["Compare", "Fish", "Plan"] {
        let link = format!("//nav//a[normalize-space(.)='{screen}']");
        browser.client.find(Locator::XPath(&link)).await?.click().await?;
        browser.until("location.search.includes('sauce=yes')").await?;
    }
    browser.settled().await?;
    browser.press("Roast").await?;
    browser.settled().await?;
    browser
        .until("location.search.includes('method=roast') && location.search.includes('side=')")
        .await?;
    browser.client.refresh().await?;
    browser.settled().await?;
    browser
        .client
        .find(Locator::XPath("//nav//a[normalize-space(.)='Prep']"))
        .await?
        .click()
        .await?;
    let steps = "document.querySelector('section[aria-labelledby=before]')?.innerText";
    browser.until(&format!("{steps}?.includes('Scrape it dry, last of all')")).await?;
    browser.until(&format!("{steps}?.includes('Make the butter sauce')")).await?;
    Ok(())
}

#[tokio::test]
async fn guests_at_risk_get_no_egg_sauce_and_the_reason() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Phone).await?;
    browser.client.goto(&server.address).await?;
    browser.set_kitchen("{ at_risk: true }").await?;
    browser.client.goto(&format!("{}/prep", server.address)).await?;
    browser.until("document.querySelectorAll('main ol > li').length > 3").await?;
    browser.press("Butter sauce").await?;
    let alert = "document.querySelector('main [role=alert]')?.innerText";
    browser.until(&format!("{alert}?.includes('not for guests at risk')")).await?;
    browser.press("Butter sauce").await?;
    browser.until(&format!("{alert} === undefined")).await?;
    Ok(())
}

#[tokio::test]
async fn another_kind_opens_its_own_plan() -> Outcome {
    let (_server, browser) = open(
        Screen::Desk,
        "/fish?fish=cod&cut=loin&mm=32&skin=off&start=5&method=roast&done=medium&tab=instead",
    )
    .await?;
    let first = "document.querySelector('[role=tabpanel] ol a')";
    let name = browser.until(&format!("{first}?.innerText")).await?;
    browser.client.find(Locator::Css("[role=tabpanel] ol a")).await?.click().await?;
    browser.settled().await?;
    let name = name.as_str().unwrap_or_default().to_lowercase();
    browser.until(&format!("document.querySelector('h1')?.innerText?.includes('{name}')")).await?;
    Ok(())
}

#[tokio::test]
async fn both_screens_fit_every_size_and_are_accessible() -> Outcome {
    let server = Server::demo()?;
    for screen in [Screen::Desk, Screen::Tablet, Screen::Phone] {
        let browser = Browser::open(screen).await?;
        for path in [
            "/prep?thaw=fridge&sauce=yes&chips=2&salt=cure&skin=on&fish=hake&cut=loin&mm=28&method=sear&done=medium",
            FRIED,
            "/fish",
            "/fish?tab=look",
            "/fish?tab=amount",
            "/fish?tab=freeze",
        ] {
            browser.client.goto(&format!("{}{path}", server.address)).await?;
            browser.until("document.querySelectorAll('main li, main label').length > 3").await?;
            browser.check_no_sideways_scroll().await.map_err(|e| format!("{path}: {e}"))?;
            browser.check_accessible().await.map_err(|e| format!("{path}: {e}"))?;
        }
    }
    Ok(())
}
