"""What React does of an edit: how often it commits and how many components it renders, counted by its own hook for tools."""

from __future__ import annotations

from playwright.sync_api import Page

# React calls this hook at every commit, in a production build too. A component was rendered where its fiber says that work
# was performed (the lowest flag); what is the same fiber as before was not looked at.
COUNTER = """
(() => {
  const count = {commits: 0, renders: 0};
  window.__reactWork = count;
  const COMPONENTS = new Set([0, 1, 11, 14, 15]);
  const walk = (now, before) => {
    if (COMPONENTS.has(now.tag) && (now.flags & 1)) count.renders += 1;
    if (before && now.child === before.child) return;
    for (let child = now.child; child; child = child.sibling) {
      walk(child, before ? child.alternate : null);
    }
  };
  window.__REACT_DEVTOOLS_GLOBAL_HOOK__ = {
    supportsFiber: true, renderers: new Map(), inject: () => 1, checkDCE() {}, onScheduleFiberRoot() {},
    onCommitFiberUnmount() {}, onPostCommitFiberRoot() {},
    onCommitFiberRoot(_id, root) {
      count.commits += 1;
      if (root.current.alternate) walk(root.current, root.current.alternate);
    },
  };
})();
"""


def counted(page: Page) -> tuple[int, int]:
    """Commits and components rendered since the last time this was asked."""
    found = page.evaluate("""() => {
      const {commits, renders} = window.__reactWork;
      Object.assign(window.__reactWork, {commits: 0, renders: 0});
      return [commits, renders];
    }""")
    return found[0], found[1]
