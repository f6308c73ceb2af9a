// Trees named from the marks by which published floras and handbooks key them out. The works are named; their marks are told
// from memory of them, so a wrong mark here is ours. Each row is one tree: what an observer would tick, and nothing else.
import { testLibrary } from '../testing/library';
import { at, EAST_CHINA, FE, FNA, FOA, FOC, marksOf, OHIO, SILVICS, SYDNEY_HILLS, type Place } from '../testing/practitioner/tree-case';
import { identify } from './identify';
import { identifyRequest } from './request';

const WINTER = 'winter twig keys in common use (from memory)';

/** name, date, source, marks as "trait=state" or "trait=number". */
const KEYED: [string, string, string, string][] = [
  [
    'Acer campestre',
    '2026-07-01',
    FE,
    'arrangement=opposite leaf-lobes=palmate sap=milky leaf-length=6 samara-angle=straight leaf-tip=rounded',
  ],
  ['Acer griseum', '2026-07-01', FOC, 'arrangement=opposite leaf-type=trifoliate bark-texture=papery-peel bark-colour=red-brown'],
  ['Acer negundo', '2026-01-15', FNA, 'arrangement=opposite twig-surface=waxy bud-surface=hairy fruit-type=paired-samara'],
  ['Acer pensylvanicum', '2026-01-15', FNA, 'arrangement=opposite bark-texture=vertical-stripes bark-colour=green bud-shape=stalked'],
  ['Acer platanoides', '2026-06-15', FE, 'arrangement=opposite sap=milky leaf-lobes=palmate samara-angle=straight leaf-tip=drawn-out'],
  [
    'Acer pseudoplatanus',
    '2026-01-15',
    WINTER,
    'arrangement=opposite bud-colour=green bud-scales=many bark-texture=scaly-plates bud-shape=ovoid',
  ],
  ['Acer rubrum', '2026-01-15', FNA, 'arrangement=opposite bud-set=round-clusters bud-colour=red twig-smell=none'],
  ['Acer saccharinum', '2026-06-15', FNA, 'arrangement=opposite leaf-underside=silvery-white lobe-depth=deep bark-texture=shaggy-strips'],
  [
    'Acer saccharum',
    '2026-07-01',
    FNA,
    'arrangement=opposite bud-shape=conical bud-colour=brown sap=clear leaf-lobes=palmate leaf-margin=entire lobe-count=5',
  ],
  ['Aesculus hippocastanum', '2026-02-01', WINTER, 'arrangement=opposite bud-surface=sticky twig-thickness=stout bud-colour=brown'],
  ['Aesculus flava', '2026-09-10', FNA, 'leaf-type=palmate-compound leaflet-count=5 fruit-type=nut-in-husk bud-surface=smooth'],
  [
    'Ailanthus altissima',
    '2026-07-01',
    FNA,
    'leaf-type=pinnate twig-smell=rank leaf-margin=entire leaf-length=60 twig-thickness=stout bark-texture=vertical-stripes',
  ],
  ['Albizia julibrissin', '2026-07-01', FNA, 'leaf-type=bipinnate flower-form=pom-pom flower-colour=pink leaf-shape=sickle'],
  [
    'Alnus glutinosa',
    '2026-02-01',
    FE,
    'bud-shape=stalked fruit-type=woody-catkin bark-texture=shallow-flat-ridges twig-surface=smooth bud-surface=sticky',
  ],
  ['Araucaria araucana', '2026-02-01', FE, 'leaf-shape=triangular needle-form=flat-sharp needle-set=all-round branch-density=coarse'],
  ['Asimina triloba', '2026-02-01', FNA, 'bud-scales=naked bud-surface=hairy twig-smell=rank bud-set=pressed-flat'],
  ['Betula lenta', '2026-02-01', SILVICS, 'twig-smell=wintergreen bark-texture=lenticels-horizontal bark-colour=blackish'],
  ['Betula alleghaniensis', '2026-02-01', SILVICS, 'twig-smell=wintergreen bark-texture=papery-peel bark-colour=bronze'],
  ['Betula nigra', '2026-07-01', FNA, 'bark-texture=papery-peel bark-undertone=pink-orange leaf-base=wedge leaf-margin=double-toothed'],
  [
    'Betula papyrifera',
    '2026-01-15',
    FNA,
    'bark-texture=papery-peel bark-colour=white branch-habit=ascending bark-undertone=pink-orange twig-smell=none twig-surface=smooth',
  ],
  [
    'Betula pendula',
    '2026-01-15',
    FE,
    'bark-colour=white branch-habit=drooping twig-thickness=slender bark-texture=papery-peel twig-surface=smooth',
  ],
  [
    'Carpinus betulus',
    '2026-02-01',
    FE,
    'bark-texture=fluted-muscle bud-set=pressed-flat bud-shape=conical leaf-retention=holds-dead-leaves twig-line=zigzag',
  ],
  [
    'Carya ovata',
    '2026-01-15',
    SILVICS,
    'bark-texture=shaggy-strips twig-thickness=stout fruit-type=nut-in-husk pith=solid arrangement=alternate',
  ],
  [
    'Carya cordiformis',
    '2026-01-15',
    SILVICS,
    'bud-colour=yellow bud-scales=naked pith=solid bark-texture=interlacing-ridges twig-thickness=medium',
  ],
  [
    'Castanea sativa',
    '2026-07-01',
    FE,
    'leaf-shape=lance leaf-margin=coarse-toothed flower-form=catkin leaf-veins=pinnate flower-colour=cream',
  ],
  ['Catalpa speciosa', '2026-07-01', FNA, 'arrangement=whorled leaf-shape=heart leaf-tip=drawn-out leaf-smell=none leaf-length=25'],
  ['Cedrus deodara', '2026-01-15', FOC, 'needle-set=spur-tufts branch-habit=drooping leaf-length=4 leaf-retention=evergreen'],
  ['Celtis laevigata', '2026-09-15', FNA, 'bark-texture=warty-ridges leaf-margin=entire leaf-veins=three-from-base fruit-colour=orange'],
  ['Celtis occidentalis', '2026-01-15', FNA, 'bark-texture=warty-ridges pith=chambered twig-line=zigzag fruit-colour=purple-black'],
  [
    'Cercidiphyllum japonicum',
    '2026-07-01',
    FOC,
    'arrangement=opposite leaf-shape=heart leaf-underside=waxy-blue leaf-veins=palmate leaf-margin=single-toothed',
  ],
  ['Cercis canadensis', '2026-05-01', FNA, 'flower-form=pea flower-colour=pink twig-line=zigzag leaf-shape=heart leaf-tip=pointed'],
  ['Cinnamomum camphora', '2026-02-01', FOC, 'leaf-retention=evergreen leaf-smell=camphor leaf-veins=three-from-base'],
  ['Cornus florida', '2026-01-15', FNA, 'arrangement=opposite bark-texture=blocky twig-surface=waxy bud-scales=two-three'],
  ['Cornus kousa', '2026-09-20', FOC, 'arrangement=opposite fruit-type=compound-berry bark-texture=mosaic-flakes leaf-veins=arching'],
  [
    'Corylus colurna',
    '2026-02-01',
    FE,
    'habit=single-stem flower-form=catkin bark-feel=corky bud-colour=green leader=excurrent bud-scales=many twig-surface=downy',
  ],
  [
    'Diospyros virginiana',
    '2026-01-15',
    SILVICS,
    'bark-texture=blocky bark-colour=blackish bud-scales=two-three bud-shape=flat-triangular bud-colour=black',
  ],
  [
    'Eucommia ulmoides',
    '2026-07-01',
    FOC,
    'leaf-type=simple pith=chambered leaf-margin=single-toothed leaf-veins=pinnate leaf-base=rounded',
  ],
  [
    'Fagus sylvatica',
    '2026-01-15',
    FE,
    'bark-texture=smooth bud-shape=needle-long leaf-retention=holds-dead-leaves bud-set=spreading leaf-margin=wavy',
  ],
  ['Ficus carica', '2026-07-01', FE, 'sap=milky leaf-lobes=palmate leaf-surface=rough fruit-type=fleshy-fruit'],
  ['Fraxinus excelsior', '2026-01-15', FE, 'arrangement=opposite bud-colour=black twig-thickness=stout'],
  ['Fraxinus ornus', '2026-05-20', FE, 'arrangement=opposite bud-colour=grey flower-form=panicle leaf-type=pinnate'],
  ['Ginkgo biloba', '2026-07-01', FNA, 'leaf-type=fan'],
  [
    'Gymnocladus dioicus',
    '2026-01-15',
    FNA,
    'twig-thickness=stout branch-density=coarse fruit-type=flat-pod bark-texture=scaly-plates bud-shape=hidden',
  ],
  ['Jacaranda mimosifolia', '2026-06-15', FOA, 'leaf-type=bipinnate flower-colour=blue-violet fruit-type=clam-pod'],
  [
    'Juglans nigra',
    '2026-07-01',
    FNA,
    'leaf-type=pinnate pith=chambered leaf-margin=single-toothed leaflet-count=17 bark-texture=deep-furrows bud-scales=two-three',
  ],
  ['Juglans regia', '2026-07-01', FE, 'leaf-type=pinnate pith=chambered leaf-margin=entire leaflet-count=7'],
  ['Koelreuteria paniculata', '2026-09-20', FOC, 'fruit-type=papery-lantern'],
  ['Larix decidua', '2026-01-15', FE, 'leaf-retention=bare twig-surface=spurred fruit-type=cone twig-smell=resinous'],
  ['Liquidambar styraciflua', '2026-07-01', FNA, 'leaf-shape=star arrangement=alternate leaf-smell=resinous'],
  ['Liriodendron tulipifera', '2026-06-15', FNA, 'leaf-tip=notched flower-form=tulip leader=excurrent'],
  ['Maclura pomifera', '2026-07-01', FNA, 'sap=milky twig-surface=thorny leaf-margin=entire leaf-surface=glossy'],
  ['Magnolia grandiflora', '2026-02-01', FNA, 'leaf-retention=evergreen leaf-length=18 leaf-underside=downy bud-scales=one'],
  ['Metasequoia glyptostroboides', '2026-07-01', FOC, 'leaf-type=needle arrangement=opposite needle-set=two-ranked'],
  ['Nyssa sylvatica', '2026-10-05', FNA, 'pith=diaphragmed fruit-colour=purple-black leaf-margin=entire autumn-colour=red'],
  ['Ostrya virginiana', '2026-08-01', FNA, 'fruit-type=hop-cluster bark-texture=shaggy-strips leaf-margin=double-toothed'],
  ['Paulownia tomentosa', '2026-01-15', FOC, 'arrangement=opposite pith=hollow twig-thickness=stout fruit-type=woody-capsule'],
  ['Picea pungens', '2026-01-15', FNA, 'needle-form=four-angled leaf-underside=waxy-blue twig-thickness=stout fruit-size=8'],
  ['Pinus strobus', '2026-01-15', FNA, 'needle-bundle=5 leaf-length=9 cone-set=hanging'],
  ['Pinus sylvestris', '2026-01-15', FE, 'needle-bundle=2 bark-colour=orange leaf-length=5'],
  ['Pinus radiata', '2026-01-15', FNA, 'needle-bundle=3 bark-texture=deep-furrows leaf-length=12'],
  ['Platanus occidentalis', '2026-07-01', FNA, 'bark-texture=mosaic-flakes fruit-type=plume-ball lobe-depth=shallow bark-colour=white'],
  [
    'Platanus × acerifolia',
    '2026-07-01',
    FE,
    'bark-texture=mosaic-flakes fruit-type=plume-ball lobe-depth=half leaf-margin=coarse-toothed arrangement=alternate',
  ],
  [
    'Populus alba',
    '2026-07-01',
    FE,
    'leaf-underside=silvery-white leaf-lobes=palmate twig-surface=velvety bark-colour=white arrangement=alternate',
  ],
  [
    'Prunus avium',
    '2026-05-01',
    FE,
    'bark-texture=lenticels-horizontal flower-colour=white flower-form=flat-cluster leader=excurrent bark-colour=red-brown twig-surface=spurred',
  ],
  ['Prunus serotina', '2026-06-01', FNA, 'twig-smell=almond flower-form=raceme leaf-surface=glossy bark-texture=scaly-plates'],
  ['Pterocarya fraxinifolia', '2026-08-01', FE, 'fruit-type=winged-nut-string leaf-type=pinnate pith=chambered'],
  [
    'Quercus cerris',
    '2026-07-01',
    FE,
    'leaf-lobes=pinnate leaf-surface=rough bud-surface=hairy bark-undertone=red-orange leaf-tip=pointed',
  ],
  [
    'Quercus palustris',
    '2026-01-15',
    SILVICS,
    'bud-set=clustered-tip branch-habit=drooping leader=excurrent fruit-type=acorn bark-texture=smooth',
  ],
  ['Quercus robur', '2026-07-01', FE, 'leaf-lobes=pinnate leaf-base=heart leaf-tip=rounded leaf-length=10 bud-set=clustered-tip'],
  [
    'Quercus rubra',
    '2026-10-15',
    FNA,
    'leaf-margin=bristle-tipped leaf-length=18 lobe-depth=half bark-undertone=pink-orange bark-texture=shallow-flat-ridges',
  ],
  ['Quercus virginiana', '2026-02-01', FNA, 'leaf-retention=evergreen crown-shape=spreading fruit-type=acorn leaf-margin=entire'],
  ['Rhus typhina', '2026-01-15', FNA, 'twig-surface=velvety fruit-type=upright-drupe-cluster sap=milky'],
  ['Robinia pseudoacacia', '2026-07-01', FNA, 'leaf-type=pinnate twig-surface=thorny leaf-margin=entire bark-texture=interlacing-ridges'],
  ['Sassafras albidum', '2026-07-01', FNA, 'twig-smell=spicy leaf-lobes=palmate bud-colour=green leaf-margin=entire'],
  ['Schinus molle', '2026-06-15', FNA, 'branch-habit=drooping leaf-type=pinnate leaf-smell=peppery leaf-shape=linear'],
  [
    'Schinus terebinthifolia',
    '2026-06-15',
    FNA,
    'leaf-type=pinnate leaf-surface=glossy leaf-smell=peppery leaflet-count=7 leaf-retention=evergreen',
  ],
  ['Sequoiadendron giganteum', '2026-01-15', FNA, 'bark-feel=spongy needle-form=awl bark-colour=red-brown needle-set=pressed-scales'],
  ['Sorbus aucuparia', '2026-09-15', FE, 'leaf-type=pinnate arrangement=alternate fruit-type=pome fruit-colour=orange'],
  ['Styphnolobium japonicum', '2026-10-15', FOC, 'fruit-type=beaded-pod leaf-type=pinnate'],
  [
    'Taxodium distichum',
    '2026-07-01',
    FNA,
    'leaf-type=needle arrangement=alternate needle-set=two-ranked stem-base=buttressed bark-texture=stringy-fibrous',
  ],
  [
    'Taxus baccata',
    '2026-01-15',
    FE,
    'needle-set=two-ranked bark-texture=scaly-plates bark-colour=red-brown leaf-smell=none leaf-retention=evergreen',
  ],
  ['Tilia americana', '2026-07-01', FNA, 'leaf-shape=heart fruit-type=nutlet-on-bract leaf-length=16 leaf-underside=same-green'],
  ['Tilia cordata', '2026-07-01', FE, 'leaf-shape=heart leaf-underside=rusty-tufts leaf-length=5 fruit-type=nutlet-on-bract'],
  ['Tilia tomentosa', '2026-07-15', FE, 'leaf-shape=heart leaf-underside=silvery-white fruit-type=nutlet-on-bract leaf-base=lopsided'],
  ['Trachycarpus fortunei', '2026-01-15', FOC, 'habit=palm frond-form=fan bark-texture=stringy-fibrous'],
  [
    'Ulmus americana',
    '2026-06-15',
    FNA,
    'crown-shape=vase leaf-base=lopsided leaf-margin=double-toothed leaf-length=12 bark-section=banded',
  ],
  ['Ulmus parvifolia', '2026-07-01', FOC, 'bark-texture=mosaic-flakes leaf-base=lopsided leaf-margin=single-toothed leaf-length=4'],
  [
    'Zelkova serrata',
    '2026-07-01',
    FOC,
    'crown-shape=vase leaf-margin=single-toothed leaf-veins=pinnate leaf-surface=rough bark-undertone=pink-orange bud-set=spreading twig-line=zigzag',
  ],
];

/** A flora is of a place: somewhere in the middle of what it covers. */
const PLACE: Record<string, Place> = {
  [FNA]: OHIO,
  [SILVICS]: OHIO,
  [FE]: at(47.5, 11.5),
  [FOC]: EAST_CHINA,
  [FOA]: SYDNEY_HILLS,
};

describe('naming from the marks of floras and handbooks', () => {
  it.each(KEYED)('%s on %s, after %s', (name, date, source, marks) => {
    const { ranking, fit } = identify(
      testLibrary,
      identifyRequest.parse({ date, latitude: 46, ...PLACE[source], lifeStage: 'mature', observations: marksOf(marks) }),
    );
    const [first, second] = ranking.candidates;
    expect(first?.taxon.name).toBe(name);
    expect(first?.probability).toBeGreaterThan(1.2 * (second?.probability ?? 0));
    expect(fit).not.toBe('poor');
  });
});
