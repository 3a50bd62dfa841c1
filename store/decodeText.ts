import chardet from 'chardet';
import iconv from 'iconv-lite';

export interface Decoded {
  text: string;
  encoding: string;
}

/** The text of a file in its encoding: as said, else UTF-8 where it is valid, else the likeliest one. */
export function decodeText(bytes: Buffer, said: string | null): Decoded {
  if (said !== null && iconv.encodingExists(said)) return { text: iconv.decode(bytes, said), encoding: said };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    // not UTF-8: old spreadsheets write the code page of their country
    const found = chardet.detect(bytes) ?? 'windows-1252';
    const encoding = iconv.encodingExists(found) ? found : 'windows-1252';
    return { text: iconv.decode(bytes, encoding), encoding };
  }
}
