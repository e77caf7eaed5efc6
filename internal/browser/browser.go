// Package browser drives headless Chromium for the interface's tests and for
// the pictures in the documentation.
package browser

import (
	"context"
	"fmt"
	"strings"
	"time"

	"github.com/chromedp/chromedp"
)

// Open starts Chromium with a window of its own; close ends it.
func Open(parent context.Context, width, height int64) (ctx context.Context, closeAll func(), err error) {
	allocator, stop := chromedp.NewExecAllocator(parent,
		chromedp.ExecPath("/usr/bin/chromium"), chromedp.NoFirstRun, chromedp.NoDefaultBrowserCheck, chromedp.NoSandbox, chromedp.DisableGPU,
		chromedp.Flag("headless", "new"), chromedp.Flag("disable-quic", true), chromedp.Flag("disable-background-networking", true),
		chromedp.Flag("disable-component-update", true), chromedp.Flag("disable-sync", true), chromedp.Flag("disable-dev-shm-usage", true),
		chromedp.Flag("hide-scrollbars", true), chromedp.Flag("force-device-scale-factor", "1"))
	ctx, cancel := chromedp.NewContext(allocator)
	closeAll = func() {
		_ = chromedp.Cancel(ctx)
		cancel()
		stop()
	}
	if err := chromedp.Do(ctx, chromedp.EmulateViewport(width, height)); err != nil {
		closeAll()
		return nil, nil, fmt.Errorf("starting Chromium: %w", err)
	}
	return ctx, closeAll, nil
}

// Until waits until a JavaScript expression is true, or says what the page
// showed instead.
func Until(ctx context.Context, expression string) error {
	deadline := time.Now().Add(60 * time.Second)
	for pause := 20 * time.Millisecond; ; pause = min(2*pause, 160*time.Millisecond) { // a look lays the page out: few are enough

		ok, err := chromedp.Run(ctx, chromedp.Evaluate[bool]("!!("+expression+")"))
		if err == nil && ok {
			return nil
		}
		if time.Now().After(deadline) {
			text, _ := chromedp.Run(ctx, chromedp.Evaluate[string]("document.body.innerText"))
			return fmt.Errorf("waiting for %s; last error %v; the page shows:\n%s", expression, err, text)
		}
		time.Sleep(pause)
	}
}

// Says waits until the page's text holds all of these.
func Says(ctx context.Context, texts ...string) error {
	for _, t := range texts {
		if err := Until(ctx, fmt.Sprintf("document.body.innerText.toLowerCase().includes(%q)", strings.ToLower(t))); err != nil {
			return err
		}
	}
	return nil
}

// Press clicks the first button, link or piece whose label or text holds the
// words.
func Press(ctx context.Context, words string) error {
	find := fmt.Sprintf(`[...document.querySelectorAll('button,a,summary,[role=button],[role=radio],input[type=checkbox],label,[role=menuitem]')].find(e => ((e.getAttribute('aria-label') || '') + ' ' + (e.innerText || '')).toLowerCase().includes(%q) && e.getClientRects().length)`, strings.ToLower(words))
	// found and pressed in one go: the page may change between two looks
	return Until(ctx, "(() => { const e = "+find+"; if (!e || e.disabled) return false; e.scrollIntoView({block:'center'}); e.focus(); e.dispatchEvent(new MouseEvent('click', {bubbles: true, cancelable: true})); return true; })()")
}

// Type writes into the field with this label, replacing what is there; the
// text may end with \n for Enter.
func Type(ctx context.Context, label, text string) error {
	find := fmt.Sprintf(`[...document.querySelectorAll('label')].filter(l => l.innerText.toLowerCase().startsWith(%q) && l.getClientRects().length).map(l => document.getElementById(l.htmlFor)).filter(f => f && f.type === 'text')[0]`, strings.ToLower(label))
	if err := Until(ctx, "(() => { const f = "+find+"; if (!f) return false; f.focus(); f.select(); return document.activeElement === f; })()"); err != nil {
		return err
	}
	return chromedp.Do(ctx, chromedp.KeyEvent(strings.ReplaceAll(text, "\n", "\r")))
}
