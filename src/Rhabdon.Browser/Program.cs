// The core needs no main of its own; the page calls its exports.
return 0;
