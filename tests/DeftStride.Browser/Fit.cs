namespace DeftStride.Browser;

/// <summary>Measures on the page that is up whether everything on it can be read and pressed.</summary>
public static class Fit
{
    /// <summary>
    /// What does not fit, one line each: the page or the main part scrolls sideways, a target smaller than 44 px for a finger or 28 for a mouse, a field set smaller
    /// than 16 px, text smaller than 12 px, text that is cut, text that lies over other text, a field's label over its neighbour.
    /// </summary>
    public static IReadOnlyList<string> Faults(Page page) =>
        ((string)page.Driver.ExecuteAsyncScript(Measure)!).Split(
            '\n',
            StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries
        );

    private const string Measure = """
        const done = arguments[0];
        const faults = [];
        // A finger needs more than the point of a mouse.
        const least = matchMedia('(pointer: coarse)').matches ? 43.5 : 27.5;
        const words = (e) => ((e.getAttribute?.('aria-label') || e.textContent || e.tagName).replace(/\s+/g, ' ').trim().slice(0, 60));
        const named = (e) => `${e.tagName.toLowerCase()} "${words(e)}"`;
        const scroller = document.querySelector('[role="dialog"]') ?? document.getElementById('main');
        for (const box of new Set([document.documentElement, document.getElementById('main'), scroller]))
          if (box && box.scrollWidth > box.clientWidth + 1) faults.push(`scrolls sideways: ${box.id || box.tagName} ${box.scrollWidth} in ${box.clientWidth}`);
        const hiddenBox = (e) => {
          for (let at = e; at && at !== document.body; at = at.parentElement) {
            const s = getComputedStyle(at);
            if (s.visibility === 'hidden' || s.display === 'none' || s.opacity === '0') return true;
            if (s.clip !== 'auto' || (s.clipPath !== 'none' && s.clipPath.includes('inset(50%'))) return true;
            if (at.tagName === 'DETAILS' && !at.open && e.closest('summary')?.parentElement !== at) return true;
          }
          return false;
        };
        // A panel that is open covers what is behind it.
        const top = document.querySelector('[role="dialog"]');
        const shown = (e) => (!top || top.contains(e)) && e.getClientRects().length > 0 && !hiddenBox(e);

        for (const e of document.querySelectorAll('a[href], button, input:not([type=file]), select, textarea, summary, [role="button"], [role="radio"], [role="slider"], [tabindex="0"]')) {
          if (!shown(e) || e.disabled) continue;
          const style = getComputedStyle(e);
          if (e.matches('input:not([type=checkbox]):not([type=radio]):not([type=range]), select, textarea') && parseFloat(style.fontSize) < 16 && matchMedia('(pointer: coarse)').matches && !e.closest('nav'))
            faults.push(`field under 16 px: ${named(e)} ${style.fontSize}`);
          const label = e.matches('input') && e.closest('label');
          const r = (label || e).getBoundingClientRect();
          // A link in the middle of a sentence is as high as the sentence.
          const inSentence = e.tagName === 'A' && style.display === 'inline' && e.parentElement?.textContent.trim().length > e.textContent.trim().length;
          if (!inSentence && r.width > 0 && (r.width < least || r.height < least)) faults.push(`target under ${Math.ceil(least)} px: ${named(e)} ${Math.round(r.width)} × ${Math.round(r.height)}`);
        }

        const texts = [];
        const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
        for (let node = walk.nextNode(); node; node = walk.nextNode()) {
          const e = node.parentElement;
          if (!node.data.trim() || !e || ['SCRIPT', 'STYLE', 'OPTION', 'TITLE', 'DESC'].includes(e.tagName) || !shown(e)) continue;
          const svg = e.closest('svg');
          const range = document.createRange();
          range.selectNodeContents(node);
          const rects = svg ? [e.getBoundingClientRect()] : [...range.getClientRects()];
          const size = parseFloat(getComputedStyle(e).fontSize) * (svg ? (svg.getScreenCTM()?.a ?? 1) : 1);
          if (size < 11.9 && !e.closest('[aria-hidden="true"]')) faults.push(`text under 12 px: "${node.data.trim().slice(0, 40)}" ${size.toFixed(1)}`);
          let clip = e;
          while (clip && clip !== document.body && !/(hidden|clip|auto|scroll)/.test(getComputedStyle(clip).overflowX + getComputedStyle(clip).overflowY)) clip = clip.parentElement;
          const stands = (at) => { for (let x = at; x && x !== document.body; x = x.parentElement) if (['fixed', 'sticky'].includes(getComputedStyle(x).position)) return x; return null; };
          const within = clip && clip !== document.body ? clip.getBoundingClientRect() : null;
          const around = [];
          for (let at = e; at && at !== document.body; at = at.parentElement) if (/(hidden|clip|auto|scroll)/.test(getComputedStyle(at).overflowX + getComputedStyle(at).overflowY)) around.push(at.getBoundingClientRect());
          const rolls = clip && /(auto|scroll)/.test(getComputedStyle(clip).overflowX + getComputedStyle(clip).overflowY);
          for (const r of rects) {
            if (r.width < 1 || r.height < 1) continue;
            if (within && !rolls && (r.right > within.right + 1.5 || r.left < within.left - 1.5 || r.bottom > within.bottom + 3 || r.top < within.top - 3) && !(svg && svg.hasAttribute('data-stage')))
              faults.push(`cut: "${node.data.trim().slice(0, 50)}" in ${clip.tagName.toLowerCase()}.${String(clip.className.baseVal ?? clip.className).split(' ').slice(0, 3).join('.')}`);
            // Out of what scrolls: not on the screen now, but it may still lie over something in the same scroller.
            const out = around.some((b) => r.top < b.top || r.bottom > b.bottom || r.left < b.left || r.right > b.right);
            texts.push({ l: r.left + 0.5, r: r.right - 0.5, t: r.top + r.height * 0.18, b: r.bottom - r.height * 0.18, e, fixed: stands(e), s: node.data.trim().slice(0, 40), clip, out });
          }
        }
        texts.sort((a, b) => a.t - b.t);
        for (let i = 0; i < texts.length; i++)
          for (let j = i + 1; j < texts.length && texts[j].t < texts[i].b; j++) {
            const [a, b] = [texts[i], texts[j]];
            if (a.e === b.e || a.fixed !== b.fixed || ((a.out || b.out) && a.clip !== b.clip)) continue;
            if (Math.min(a.r, b.r) - Math.max(a.l, b.l) > 1 && Math.min(a.b, b.b) - Math.max(a.t, b.t) > 1) faults.push(`over each other: "${a.s}" and "${b.s}"`);
          }
        done([...new Set(faults)].join('\n'));
        """;
}
