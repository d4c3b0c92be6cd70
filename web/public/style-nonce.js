// The word by which the server knows style sheets of its own page; libraries that bring some look for it here.
window.__nonce__ = document.querySelector('meta[name=style-nonce]').content || undefined;
