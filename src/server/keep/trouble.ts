/** Something about a data folder that stops a start, said for whoever has to mend it. */
export class FolderTrouble extends Error {}

/** A newer program wrote here: this one neither reads nor writes it. */
export class NewerWorkshop extends FolderTrouble {
  constructor(what: string, known: number) {
    super(
      `A newer version of this program wrote this workshop: ${what}, and this version knows up to ${known}. Nothing was changed. Start it with the newer version.`,
    )
  }
}

/** It is not known whether a write was kept: neither its answer nor a refusal would be true. */
export class Unconfirmed extends Error {
  readonly code = 'UNCONFIRMED'
  constructor(cause: unknown) {
    super('the disk did not say whether it was kept', { cause })
  }
}
