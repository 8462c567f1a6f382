// What is done to one running instance, one after the other: these three would get into each other's way.
import './kill.mjs';
import './backup.mjs';
import './away.mjs';
