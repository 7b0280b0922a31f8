import { characterOf, drawnLayer, groupOf } from '../../testing/testArtwork';
import { partsOf } from '../partList';
import { LANGUAGES } from './languages';
import { LEXICONS } from './lexicon';
import { namingTables } from './namingSheet';
import { recognise, type Finding } from './recognise';

/**
 * A character's layers as people name them, with what each is after the sign: a role and a side (L, R), a viseme or an
 * expression of a mouth drawing, or nothing (-). What is indented lies in the group above it.
 */
const LAYERS: Readonly<Record<string, string>> = {
  German: `
    Hintergrund = background
    Schwanz = tail
    Bein links = leg L
    Bein rechts = leg R
    linker Fuß = foot L
    Körper = body
    Oberarm_links = arm L
    Unterarm_links = arm L
    rechte Hand = hand R
    Hals = neck
    Kopf = head
    Ohren = ear
    Wangen = cheek
    Schatten unterm Kinn = -
    Nase = nose
    Augen = eyes
      linkes Auge weiß = white L
      Pupille links = pupil L
      Pupille rechts = pupil R
      Augen geschlossen = closed eye
      Augenlider = lid
    Augenbraue rechts = brow R
    Mund = mouth
      zu = 1
      A = 10
      Ä = 11
      O = 13
      Ü = 14
      lächeln = lächeln
    Haare vorne = hair
    Mütze = hat
    Brille Kopie = glasses`,
  French: `
    Fond = background
    queue = tail
    jambe gauche = leg L
    jambe droite = leg R
    pied droit = foot R
    corps = body
    bras_gauche = arm L
    main gauche = hand L
    cou = neck
    tête = head
    oreille droite = ear R
    joues = cheek
    nez = nose
    yeux = eyes
      blanc de l’œil gauche = white L
      pupille gauche = pupil L
      paupière droite = lid R
      yeux fermés = closed eye
    sourcils = brow
    ombre du menton = -
    bouche = mouth
      fermée = 1
      A = 10
      É = 11
      OU = 14
      O = 13
      sourire = sourire
    cheveux = hair
    frange copie = hair
    chapeau = hat
    lunettes = glasses
    écharpe = scarf`,
  Spanish: `
    fondo = background
    cola = tail
    pierna izquierda = leg L
    pierna derecha = leg R
    pie izquierdo = foot L
    cuerpo = body
    brazo derecho = arm R
    mano_derecha = hand R
    cuello = neck
    cabeza = head
    orejas = ear
    mejillas = cheek
    nariz = nose
    ojos = eyes
      blanco del ojo izq = white L
      pupila izquierda = pupil L
      párpado derecho = lid R
      ojos cerrados = closed eye
    cejas = brow
    sombra de la barbilla = -
    boca = mouth
      cerrada = 1
      A = 10
      E = 11
      O = 13
      U = 14
      sonrisa = sonrisa
    pelo = hair
    flequillo = hair
    sombrero = hat
    gafas = glasses`,
  Italian: `
    sfondo = background
    coda = tail
    gamba sinistra = leg L
    gamba destra = leg R
    piede sx = foot L
    corpo = body
    braccio dx = arm R
    mano sinistra = hand L
    collo = neck
    testa = head
    orecchie = ear
    guance = cheek
    naso = nose
    occhi = eyes
      bianco occhio sinistro = white L
      pupilla destra = pupil R
      palpebra sinistra = lid L
      occhi chiusi = closed eye
    sopracciglia = brow
    ombra del mento = -
    bocca = mouth
      chiusa = 1
      A = 10
      E = 11
      O = 13
      U = 14
      sorriso = sorriso
    capelli = hair
    frangia copia = hair
    cappello = hat
    occhiali = glasses
    sciarpa = scarf`,
  Portuguese: `
    fundo = background
    rabo = tail
    perna esquerda = leg L
    perna direita = leg R
    pé direito = foot R
    corpo = body
    braço esquerdo = arm L
    mão esquerda = hand L
    pescoço = neck
    cabeça = head
    orelhas = ear
    bochechas = cheek
    nariz = nose
    olhos = eyes
      branco do olho esq = white L
      pupila direita = pupil R
      pálpebra esquerda = lid L
      olhos fechados = closed eye
    sobrancelhas = brow
    sombra do queixo = -
    boca = mouth
      fechada = 1
      A = 10
      É = 11
      O = 13
      U = 14
      sorriso = sorriso
    cabelo = hair
    franja = hair
    chapéu = hat
    óculos = glasses`,
  Dutch: `
    achtergrond = background
    staart = tail
    linkerbeen = leg L
    been rechts = leg R
    voet links = foot L
    lichaam = body
    linker arm = arm L
    hand rechts = hand R
    nek = neck
    hoofd = head
    oren = ear
    wangen = cheek
    neus = nose
    ogen = eyes
      oogwit links = white L
      pupil rechts = pupil R
      ooglid links = lid L
      ogen dicht = closed eye
    wenkbrauwen = brow
    schaduw onder kin = -
    mond = mouth
      dicht = 1
      A = 10
      OE = 14
      O = 13
      glimlach = glimlach
    haar = hair
    hoed = hat
    bril kopie = glasses
    sjaal = scarf`,
  Polish: `
    tło = background
    ogon = tail
    lewa noga = leg L
    prawa noga = leg R
    stopa lewa = foot L
    tułów = body
    lewe ramię = arm L
    prawa dłoń = hand R
    szyja = neck
    głowa = head
    uszy = ear
    policzki = cheek
    nos = nose
    oczy = eyes
      białko lewe = white L
      źrenica prawa = pupil R
      powieka lewa = lid L
      oczy zamknięte = closed eye
    brwi = brow
    cień pod brodą = -
    usta = mouth
      zamknięte = 1
      A = 10
      E = 11
      O = 13
      U = 14
      uśmiech = uśmiech
    włosy = hair
    grzywka kopia = hair
    kapelusz = hat
    okulary = glasses`,
  Turkish: `
    arka plan = background
    kuyruk = tail
    sol bacak = leg L
    sağ bacak = leg R
    sol ayak = foot L
    gövde = body
    sağ kol = arm R
    sol el = hand L
    boyun = neck
    kafa = head
    kulaklar = ear
    yanaklar = cheek
    burun = nose
    gözler = eyes
      sol göz akı = white L
      sağ göz bebeği = pupil R
      sol göz kapağı = lid L
      gözler kapalı = closed eye
    kaşlar = brow
    çene gölgesi = -
    ağız = mouth
      kapalı = 1
      A = 10
      E = 11
      O = 13
      Ü = 14
      gülümseme = gülümseme
    saç = hair
    şapka = hat
    gözlük kopya = glasses
    atkı = scarf`,
  Russian: `
    фон = background
    хвост = tail
    левая нога = leg L
    правая нога = leg R
    ступня левая = foot L
    тело = body
    правая рука = arm R
    кисть левая = hand L
    шея = neck
    голова = head
    уши = ear
    щёки = cheek
    нос = nose
    глаза = eyes
      белок левый = white L
      зрачок правый = pupil R
      веко левое = lid L
      глаза закрыты = closed eye
    брови = brow
    тень под подбородком = -
    рот = mouth
      закрыт = 1
      А = 10
      О = 13
      У = 14
      М = 1
      улыбка = улыбка
    волосы = hair
    чёлка копия = hair
    шапка = hat
    очки = glasses`,
  Japanese: `
    背景 = background
    尻尾 = tail
    左脚 = leg L
    右脚 = leg R
    左足 = foot L
    体 = body
    右腕 = arm R
    左手 = hand L
    首 = neck
    頭 = head
    耳_右 = ear R
    頬 = cheek
    鼻 = nose
    目 = eyes
      左白目 = white L
      右の瞳 = pupil R
      左まぶた = lid L
      閉じ目 = closed eye
    左の眉毛 = brow L
    顎の影 = -
    口 = mouth
      あ = 10
      い = 12
      う = 14
      え = 11
      お = 13
      ん = 1
    前髪 = hair
    後ろ髪のコピー = hair
    帽子 = hat
    メガネ = glasses`,
  Chinese: `
    背景 = background
    尾巴 = tail
    左腿 = leg L
    右腿 = leg R
    左脚 = foot L
    身体 = body
    右手臂 = arm R
    左手 = hand L
    脖子 = neck
    头 = head
    右耳 = ear R
    腮红 = cheek
    鼻子 = nose
    眼睛 = eyes
      左眼白 = white L
      右瞳孔 = pupil R
      左眼皮 = lid L
      闭眼 = closed eye
    左眉毛 = brow L
    下巴阴影 = -
    嘴巴 = mouth
      闭 = 1
      a = 10
      o = 13
      u = 14
      微笑 = 微笑
    刘海 = hair
    头发 副本 = hair
    帽子 = hat
    眼镜 = glasses
    围巾 = scarf`,
  Korean: `
    배경 = background
    꼬리 = tail
    왼쪽 다리 = leg L
    오른다리 = leg R
    왼발 = foot L
    몸통 = body
    오른팔 = arm R
    왼손 = hand L
    목 = neck
    얼굴 = face
    오른쪽 귀 = ear R
    볼 = cheek
    코 = nose
    눈 = eyes
      왼쪽 흰자 = white L
      오른쪽 눈동자 = pupil R
      왼쪽 눈꺼풀 = lid L
      감은 눈 = closed eye
    왼쪽 눈썹 = brow L
    턱 그림자 = -
    입 = mouth
      닫힘 = 1
      아 = 10
      오 = 13
      우 = 14
      미소 = 미소
    앞머리 = hair
    뒷머리 복사 = hair
    모자 = hat
    안경 = glasses`,
};

interface Listed {
  readonly path: string;
  readonly wanted: string;
}

/** The layers of a list as a character, and what each of its parts is. */
function read(text: string) {
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  const listed: Listed[] = [];
  const layers: ReturnType<typeof drawnLayer>[] = [];
  let group: { name: string; inside: ReturnType<typeof drawnLayer>[] } | null = null;
  const close = () => {
    if (group) layers.push(groupOf(group.name, ...group.inside));
    group = null;
  };
  lines.forEach((line, at) => {
    const [name, wanted] = line.split(' = ').map((part) => part.trim()) as [string, string];
    const isInside = line.startsWith('      ');
    const holds = lines[at + 1]?.startsWith('      ') && !isInside;
    if (!isInside) close();
    if (holds) group = { name, inside: [] };
    else if (isInside) group!.inside.push(drawnLayer(name));
    else layers.push(drawnLayer(name));
    listed.push({ path: isInside ? `${group!.name}/${name}` : name, wanted });
  });
  close();
  const found = recognise(partsOf(characterOf(...layers)));
  return listed.map(({ path, wanted }) => ({ path, wanted, finding: found.get(path) }));
}

function said(finding: Finding | undefined): string {
  if (!finding) return '-';
  const { role, side, sound } = finding;
  if (role === 'mouth drawing') return sound!.expression ?? sound!.visemes.join(' ');
  return side ? `${role} ${side === 'left' ? 'L' : 'R'}` : role;
}

describe('layers named in other languages', () => {
  it('there are lists for every language', () => {
    expect(Object.keys(LAYERS).sort()).toEqual(LANGUAGES.map(({ name }) => name).sort());
  });

  it.each(Object.keys(LAYERS))(
    '%s: 95 %% are understood, and nothing is sure and wrong',
    (name) => {
      const all = read(LAYERS[name]!);
      const wrong = all.filter(({ wanted, finding }) => said(finding) !== wanted);
      const sure = wrong.filter(({ finding }) => finding?.sureness === 'sure');
      const tell = ({ path, finding }: (typeof all)[number]) => `${path}: ${said(finding)}`;
      expect(sure.map(tell)).toEqual([]);
      if (wrong.length > 0.05 * all.length) throw new Error(wrong.map(tell).join('\n'));
    },
  );

  it.each(LEXICONS.map((lexicon) => [lexicon.name, lexicon] as const))(
    '%s has no words for two things',
    (_, { phrases }) => {
      const roles = new Map<string, Set<string>>();
      for (const { role, words } of phrases) {
        const key = [...words].sort().join(' ');
        roles.set(key, (roles.get(key) ?? new Set()).add(role));
      }
      const twice = [...roles].filter(([, found]) => found.size > 1);
      expect(twice.map(([words, found]) => [words, ...found].join(' '))).toEqual([]);
    },
  );

  it.each(LANGUAGES.map(({ name, code }) => [name, code] as const))(
    'every word of the naming sheet in %s is taken for what it stands beside',
    (name, code) => {
      const around = LAYERS[name]!.split('\n')
        .filter((line) => line.trim() !== '' && !line.startsWith('      '))
        .slice(0, 6)
        .join('\n');
      const wrong = namingTables(code).parts.flatMap(({ what, words }) =>
        words.flatMap((word) => {
          const finding = read(`${around}\n${word} = ${what}`).at(-1)!.finding;
          return finding?.role === what && finding.sureness === 'sure'
            ? []
            : `${word} (${what}): ${said(finding)}`;
        }),
      );
      expect(wrong).toEqual([]);
    },
  );

  it('mixed in one file are understood as well', () => {
    const all = read('Kopf = head\nbouche = mouth\nleft brow = brow L\n左目 = eyes L\nцвет = -');
    expect(all.map(({ finding }) => said(finding))).toEqual(all.map(({ wanted }) => wanted));
  });

  it('words that English has as well mean nothing else in a file of English', () => {
    const all = read('head = head\nmain = -\npie = -\nbras gauche = -\nbody = body');
    expect(all.map(({ finding }) => said(finding))).toEqual(['head', '-', '-', '-', 'body']);
  });

  it('a word of several languages is sure in the one that leaves nothing unsaid', () => {
    const [, , hand] = read('Kopf = head\nAugen = eyes\nHand Kopie = hand');
    expect(hand!.finding).toMatchObject({ role: 'hand', sureness: 'sure' });
  });

  it('a single word of another language is likely, not sure', () => {
    const [, mouth] = read('head = head\nbouche = mouth');
    expect(mouth!.finding).toMatchObject({ role: 'mouth', sureness: 'likely' });
  });
});

describe('what sounds like a part and is none', () => {
  it.each([
    ['shadow under chin', '-'],
    ['mouth shadow', '-'],
    ['earring', '-'],
    ['eye highlight', '-'],
  ])('%s', (name, wanted) => {
    expect(said(read(`head = head\n${name} = ${wanted}`)[1]!.finding)).toBe(wanted);
  });

  it('“Mouth L” beside other sounds is the sound', () => {
    const all = read('Mouth_A = 10\nMouth_E = 11\nMouth_L = 8');
    expect(all.map(({ finding }) => said(finding))).toEqual(['10', '11', '8']);
    expect(said(read('head = head\nMouth_L = mouth L')[1]!.finding)).toBe('mouth L');
  });

  it('an example is no list of sounds', () => {
    const all = read('mouth = mouth\n      Ah as in father = 10\n      oo like in moon = 14');
    expect(all.map(({ finding }) => said(finding))).toEqual(['mouth', '10', '14']);
  });

  it('numbered drawings beside one at rest are steps', () => {
    const { mouth } = characterOf(
      groupOf('mouth', ...['idle', 'talk1', 'talk2', 'talk3'].map((name) => drawnLayer(name))),
    );
    expect(mouth).toMatchObject({ kind: 'steps' });
  });

  it('drawings lettered in a row are asked about', () => {
    const sureness = (names: string) =>
      read(
        `mouth = mouth\n${names
          .split(' ')
          .map((name) => `      ${name} = 0`)
          .join('\n')}`,
      )
        .slice(1)
        .map(({ finding }) => finding?.sureness);
    expect(new Set(sureness('A B C D E F'))).toEqual(new Set(['likely']));
    expect(new Set(sureness('A E I O U'))).toEqual(new Set(['sure']));
  });
});
