/** Size of what a first visit fetches before the first screen. */
import { FIRST_DOWNLOAD_KB, firstDownloadKb } from '../firstDownload.mts';
import { report } from './report.mts';

const kB = (size: number) => `${size.toFixed(0)} kB`;
report('First download, compressed as it is served', kB(firstDownloadKb('.br')), `≤ ${FIRST_DOWNLOAD_KB} kB`);
report('  the same with the older compression', kB(firstDownloadKb('.gz')), '');
report('  unpacked', kB(firstDownloadKb('')), '');
