// Builds interface, server and command line where a source is newer than what is built.
import { built } from './prepare.mjs'

built()
