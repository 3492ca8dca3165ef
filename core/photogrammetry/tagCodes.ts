/**
 * The pattern of the markers 0 to 199 of the dictionary AprilTag 36h11 (Olson, 2011; BSD): 36 bits each as nine hexadecimal
 * digits, row by row from the upper left, 1 is white.
 */
const CODES = [
  '21a146bab 92d18fe9b 7089014bb 193979e27 44153d3d7 35cd5b8cf a10ba56a0 2b874a608 b57fb8d44 4e20b5a64',
  '61d897f2c ab3469ffc 594ca45c2 fa1c2d2e2 97c24b972 75928624a 1caafe99a 3236ddc16 884e527d6 5771a8c7e',
  'f52925b81 2e59cc1a1 7fa58ab31 eb43384f9 3913d5345 d79b1a3b5 0dfbe768d 5cd7a031d b9c8f7a4b 46987e06b',
  '6e0c5d527 5bc567bb4 1e6302bc2 8ac7d046a a65fe2326 5400eb616 f7a066836 2dd0afdf6 3b9cb60b1 ad6a1caf9',
  '93b62efb5 bb210d93d dee55094b a0cd1479b 2a23abb27 4f67f4b5f 58a815818 743427d64 1dec40874 892ab3a02',
  '38d5742ee 0c43567a1 5db311cb1 c957ca1f9 a22457823 29ace98f3 ccc52c528 da8b3578c d5b4b9e36 ac9cdd3ce',
  'cbdaa8391 1986256b1 bae6cc889 df91b10e5 a1a9d5a75 2b651aa9d 4d5c2e19d 5b163736b f753d60a8 5e84b37d2',
  'fce43a9f2 bb926d1a6 ed8d236e5 6af846f37 ea56a5138 5d497146c 470360eca 8c4bcd67a 295f3901e f6b577e97',
  '520602f5a b5119492e 48e299ab7 b79f5737a a814c683e 2da900583 d4aba4797 982a0e65c f480ccc15 0b20ea732',
  'a9506710a 0486e2ee1 b0a972615 e73f3a257 17e205b98 ec9ab2b24 d9339e076 eb8874f99 9420a55cc e364ff992',
  '8a4cb8f0a f72aee766 73cc6b569 c99ca6a59 366a0c535 509e51943 ba6d227d1 d2acf163b d989fef68 641707bb2',
  'f9bd312ab 77739c207 68bf8d1bf dedd84a6e 42eaec49b 302b68d53 4ebb930ce 439c5d9b5 e1fc9228d f8a6a8d4a',
  'b53902a18 b163475ee ad2f5af29 aab5dc850 b3ec25786 4799c4405 8bc68dc04 702f15dde b42293da9 1acad0382',
  '813363971 0e692ad70 8ad05c5b9 85e654c1b 3d0ac2b3b 4bbfa0552 722dde306 369d1acd2 a2d994e60 5fad9139d',
  '57535ae96 5f5ef1d46 ebc3e6acc 0a99c835d 5463e49a5 25676893a abed37064 59bdded94 64fa04c09 250e44e75',
  'e58a374bc 24caa5741 e42cf6588 6ea238538 f75813025 0ceb33bbd 786ae8670 f0de8c969 26c81efe6 69f489086',
  '3fbf92a4d d6555a760 9ccae236d b256c16a3 d78ac7221 2dc1fe262 af2051090 932c08afe 53feca775 5d292497a',
  '2f101a22b c6ad16b14 d2eca4b20 a6fa603d4 3057c3b69 e817b54d2 40abfc3e0 f53ad16e7 36f3a06e8 27782e418',
  '3e9062146 01fd7ad4e c8765bc64 ad3d8215f 96317a27e 05f813ca6 0e7adc22e bf52c4a50 724f6ae2e 540fd7ea8',
  '9c962f741 264042b01 197cb7754 1f2bb850d c87d6c2ad dc8d2dede cb6b01738 be4210368 bb4622a77 733226ef8',
]
  .join(' ')
  .split(' ');

/** Cells of a marker a side: six of its pattern and one of black round it. */
export const TAG_CELLS = 8;

/** Whether a cell of a marker is white, columns to the right and rows down from 0; false for a marker that is not printed. */
export function whiteCell(id: number, column: number, row: number): boolean {
  const code = CODES[id];
  if (code === undefined || column < 1 || row < 1 || column > 6 || row > 6) return false;
  const bit = (row - 1) * 6 + column - 1;
  return ((parseInt(code[Math.floor(bit / 4)] ?? '0', 16) >> (3 - (bit % 4))) & 1) === 1;
}
