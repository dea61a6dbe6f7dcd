//! The Plan screen and the card box in the real browser.

use cindo_e2e::{Browser, Screen, Server, type_keys};
use fantoccini::Locator;
use serde_json::{Value, json};
use std::time::Duration;

type Outcome = Result<(), Box<dyn std::error::Error>>;

async fn open(screen: Screen, path: &str) -> Result<(Server, Browser), Box<dyn std::error::Error>> {
    let server = Server::demo()?;
    let browser = Browser::open(screen).await?;
    browser.client.goto(&format!("{}{path}", server.address)).await?;
    if !path.starts_with("/cards") {
        browser.settled().await?;
    }
    Ok((server, browser))
}

/// What the API says for the address in the bar: the page's own request, asked again.
async fn api_out(browser: &Browser, request: &str) -> Result<String, Box<dyn std::error::Error>> {
    let script = "const done = arguments[arguments.length - 1];
        fetch('/api/plan', { method: 'POST', headers: { 'content-type': 'application/json' }, body: arguments[0] }).then(r => r.json()).then(p => {
          const step = p.pull_s < 600 ? 5 : p.pull_s < 1800 ? 15 : 60;
          const s = Math.round(p.pull_s / step) * step;
          done(Math.floor(s / 60) + ':' + String(s % 60).padStart(2, '0'));
        });";
    let value = browser.client.execute_async(script, vec![json!(request)]).await?;
    Ok(value.as_str().unwrap_or_default().to_owned())
}

#[tokio::test]
async fn opens_on_a_solved_plan_and_follows_every_change() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/").await?;
    let hake = r#"{"piece":{"species":"hake","cut":"loin","thickness_mm":28,"skin":true,"start_c":5,"count":2,"weight_g":180},"method":"sear","doneness":"medium"}"#;
    assert_eq!(browser.out().await?, api_out(&browser, hake).await?);
    browser.check_accessible().await?;

    // Another fish by typing.
    type_keys(&browser.client, "/").await?;
    browser.find(Locator::Css("input[aria-label='Kind of fish']")).await?;
    type_keys(&browser.client, "had").await?;
    browser
        .until("document.querySelector('[role=option]')?.textContent.startsWith('Haddock')")
        .await?;
    type_keys(&browser.client, "\u{e007}").await?;
    browser.until("document.querySelector('h1').textContent.includes('haddock')").await?;
    browser.settled().await?;

    // Another method by its key, and space keeps its role on a focused button.
    type_keys(&browser.client, "6").await?;
    browser
        .until("document.querySelector('button[aria-pressed=true]').textContent.includes('Steam')")
        .await?;
    let poach = browser.client.find(Locator::XPath("//button[contains(., 'Poach')]")).await?;
    poach.send_keys(" ").await?;
    browser
        .until("document.querySelector('button[aria-pressed=true]').textContent.includes('Poach')")
        .await?;
    browser.settled().await?;
    let url = browser.client.current_url().await?;
    assert!(url.query().unwrap_or_default().contains("method=poach"), "{url}");
    let before = browser.out().await?;

    // Reload and share: the whole plan is in the address.
    browser.client.goto(url.as_str()).await?;
    browser.settled().await?;
    assert_eq!(browser.out().await?, before);
    Ok(())
}

#[tokio::test]
async fn dragging_the_top_edge_changes_the_thickness_and_the_minutes() -> Outcome {
    let (_server, browser) =
        open(Screen::Desk, "/?fish=cod&cut=loin&mm=30&skin=off&start=5&method=roast&done=medium")
            .await?;
    let before = browser.out().await?;
    let grip = "[role=slider][aria-label^=Thickness]";
    let (x, y) = browser.middle_of(grip).await?;
    browser.drag((x, y), (x, y + 64.0), 8, Duration::from_millis(60)).await?;
    let handle = browser.client.find(Locator::Css(grip)).await?;
    browser.until("!location.search.includes('mm=30')").await?;
    browser.settled().await?;
    let mm = browser
        .client
        .execute("return Number(new URLSearchParams(location.search).get('mm'))", vec![])
        .await?;
    let mm = mm.as_f64().unwrap_or_default();
    assert!((15.0..28.0).contains(&mm), "{mm}");
    let request = format!(
        r#"{{"piece":{{"species":"cod","cut":"loin","thickness_mm":{mm},"skin":false,"start_c":5}},"method":"roast","doneness":"medium"}}"#
    );
    let after = browser.out().await?;
    assert_ne!(after, before);
    assert_eq!(after, api_out(&browser, &request).await?);

    // The same by keyboard.
    handle.send_keys("\u{e013}").await?;
    browser
        .until(&format!("Number(new URLSearchParams(location.search).get('mm')) === {}", mm + 1.0))
        .await?;
    Ok(())
}

#[tokio::test]
async fn shortcuts_rest_while_typing_and_when_switched_off() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/").await?;
    type_keys(&browser.client, "]").await?;
    browser.until("location.search.includes('mm=29')").await?;
    browser.press("Thickness").await?;
    let field = browser.find(Locator::XPath("//label[.='Thickness']/following::input[1]")).await?;
    field.send_keys("\u{e009}a\u{e009}2").await?;
    // "2" typed into a field is a number, not the second method.
    browser
        .until("document.querySelector('button[aria-pressed=true]').textContent.includes('Sear')")
        .await?;
    // And a number out of range says what is allowed; the last good plan stays.
    browser
        .until(
            "document.querySelector('[role=alert]')?.textContent.includes('allowed are 4 to 120')",
        )
        .await?;
    browser.until("document.querySelector('section[aria-label=Card]') !== null").await?;
    field.send_keys("\u{e009}a\u{e009}24").await?;
    browser
        .until("!document.querySelector('[role=alert]') && location.search.includes('mm=24')")
        .await?;
    type_keys(&browser.client, "\u{e00c}").await?;

    browser.press("This device: units, light and keys").await?;
    let toggle = browser
        .find(Locator::XPath("//dialog[@open]//label[contains(., 'Single-key')]//input"))
        .await?;
    toggle.click().await?;
    type_keys(&browser.client, "\u{e00c}").await?;
    browser.until("!document.querySelector('dialog[open]')").await?;
    // The list of keys always opens: once it has, what was typed before it has been dealt with.
    browser
        .client
        .execute("window.heard = []; addEventListener('keyup', (e) => heard.push(e.key))", vec![])
        .await?;
    type_keys(&browser.client, "]3").await?;
    browser.until("heard.includes('3')").await?;
    browser.settled().await?;
    let search = browser.client.execute("return location.search", vec![]).await?;
    assert!(
        search.as_str().is_some_and(|s| s.contains("mm=24") && s.contains("method=sear")),
        "{search}"
    );
    Ok(())
}

#[tokio::test]
async fn units_switch_everywhere() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/").await?;
    browser.press("This device: units, light and keys").await?;
    for unit in ["°F", "in", "oz"] {
        let radio = browser
            .find(Locator::XPath(&format!("//dialog//label[normalize-space(.)='{unit}']")))
            .await?;
        radio.click().await?;
    }
    browser.check_accessible().await?;
    type_keys(&browser.client, "\u{e00c}").await?;
    let page = browser.until("document.querySelector('main').innerText").await?;
    let page = page.as_str().unwrap_or_default().replace('\u{a0}', " ");
    assert!(
        page.contains("365 °F") && page.contains("1.10 in") && page.contains("6.3 oz"),
        "{page}"
    );
    assert!(!page.contains("°C") && !page.contains(" mm"), "{page}");
    Ok(())
}

#[tokio::test]
async fn card_is_kept_reopened_renamed_deleted_and_undone() -> Outcome {
    let (_server, browser) = open(
        Screen::Desk,
        "/?fish=arctic_char&cut=fillet&mm=19&skin=on&start=5&method=roast&done=medium",
    )
    .await?;
    let minutes = browser.out().await?;
    browser.keep_card("Aardvark test char").await?;

    browser.press("Cards").await?;
    browser
        .until("document.querySelector('main li')?.innerText.includes('Aardvark test char')")
        .await?;
    browser.check_accessible().await?;
    let first = browser.until("document.querySelector('main li').innerText").await?;
    assert!(first.as_str().is_some_and(|t| t.contains(&minutes)), "{first} should show {minutes}");

    browser.press("Rename Aardvark test char").await?;
    let field = browser.find(Locator::Css("main li input")).await?;
    field.clear().await?;
    field.send_keys("Aardvark second").await?;
    browser.press("Save").await?;
    browser.until("document.querySelector('main li a')?.innerText === 'Aardvark second'").await?;

    browser.press("Delete Aardvark second").await?;
    browser.until("![...document.querySelectorAll('main li')].some(l => l.innerText.includes('Aardvark'))").await?;
    browser.press("Put it back").await?;
    browser.until("document.querySelector('main li a')?.innerText === 'Aardvark second'").await?;

    browser.press("Aardvark second").await?;
    browser.settled().await?;
    assert_eq!(browser.out().await?, minutes);
    Ok(())
}

/// What shows messages is loaded late, but not so late that it needs a server that is gone.
#[tokio::test]
async fn a_card_box_without_its_server_says_so() -> Outcome {
    let (server, browser) = open(Screen::Desk, "/cards").await?;
    browser.until("document.querySelectorAll('main li').length > 7").await?;
    browser
        .until("performance.getEntriesByType('resource').some(e => e.name.includes('Toasts'))")
        .await?;
    drop(server);
    browser.press("Delete").await?;
    browser.until("document.body.innerText.includes('Cindo does not answer')").await?;
    browser.until("document.querySelectorAll('main li').length > 7").await?;
    Ok(())
}

#[tokio::test]
async fn failure_of_the_server_loses_nothing() -> Outcome {
    let (server, browser) = open(Screen::Desk, "/").await?;
    let before = browser.out().await?;
    drop(server);
    type_keys(&browser.client, "]").await?;
    browser
        .until("document.querySelector('[role=alert]')?.textContent.includes('does not answer')")
        .await?;
    assert_eq!(browser.out().await?, before, "the last good plan stays");
    browser.until("location.search.includes('mm=29')").await?;
    Ok(())
}

#[tokio::test]
async fn narrow_screens_show_everything_without_sideways_scroll() -> Outcome {
    for screen in [Screen::Phone, Screen::Tablet] {
        let (server, browser) = open(screen, "/?fish=gurnard&cut=whole_round&mm=46&skin=on&start=6&count=12&weight=520&method=sear&school=skin_side&done=by_the_book").await?;
        browser.check_no_sideways_scroll().await?;
        browser.check_accessible().await?;
        browser.client.goto(&format!("{}/cards", server.address)).await?;
        browser.until("document.querySelectorAll('main li').length > 7").await?;
        browser.check_no_sideways_scroll().await?;
    }
    Ok(())
}

#[tokio::test]
async fn dark_theme_is_readable_and_moment_moves_the_cut() -> Outcome {
    let (_server, browser) = open(Screen::Desk, "/").await?;
    browser
        .client
        .execute(
            "localStorage.setItem('cindo.preferences', JSON.stringify({theme: 'dark'}))",
            vec![],
        )
        .await?;
    browser.client.refresh().await?;
    browser.settled().await?;
    browser.check_accessible().await?;
    let corner = "(() => { const c = document.querySelectorAll('section[aria-label=Picture] canvas')[1]; const d = c.getContext('2d').getImageData(c.width - 3, c.height - 30, 1, 1).data; return [d[0], d[1], d[2]].join(); })()";
    let raw = browser.until(corner).await?;
    browser.press("In, and press").await?;
    browser
        .until(&format!(
            "{corner} !== {}",
            Value::String(raw.as_str().unwrap_or_default().to_owned())
        ))
        .await?;
    let strip = browser.client.find(Locator::Css("input[aria-label=Moment]")).await?;
    strip.send_keys("\u{e011}").await?;
    browser
        .until("document.querySelector('section[aria-label=Picture]').innerHTML.includes('>0:00<')")
        .await?;
    Ok(())
}
