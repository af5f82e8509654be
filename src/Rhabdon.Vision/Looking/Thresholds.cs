namespace Rhabdon.Vision.Looking;

/// <summary>
/// Every limit that decides what a picture shows, in one place: what it says, its unit, the range within which it makes sense, and why. Shades are those of
/// the usual light (<see cref="UsualLight"/>); lengths lie on the face. What has no other reason was derived on made-up faces of the tuning seeds
/// (docs/accuracy.md). How finely the grader computes is said where it computes.
/// </summary>
internal static class Thresholds
{
    /// <summary>Whether a picture can be graded at all.</summary>
    internal static class Picture
    {
        /// <summary>
        /// Standard deviation of the lens's spread beyond which a picture is too blurred, µm; 1 to 4. A scratch of the narrowest limit, 2 µm, then shows no
        /// edges of its own.
        /// </summary>
        public const double WorstFocus = 2.6;

        /// <summary>Share of the glass that may be pure black or white, 0 to 1. Where a quarter tells nothing, marks may hide.</summary>
        public const double MostClipped = 0.25;

        /// <summary>
        /// Shade that the thousandth brightest pixel of a picture in the dark stays under, 0 to 255. A tenth of the range: below it noise is as deep as marks.
        /// </summary>
        public const int DarkAtMost = 26;

        /// <summary>Share of the whole picture that may be white, 0 to 1. Beyond it the lamp is turned up too far, or it is no picture of a face.</summary>
        public const double MostWhite = 0.6;
    }

    /// <summary>
    /// How patches on the glass are looked for: once for the deep and round ones, which would pass for short wide lines, and once for the rest.
    /// </summary>
    internal static class RoundMarks
    {
        /// <summary>
        /// Standard deviation by which the glass is smoothed first, µm; 0.2 to 1. Under the smallest mark that counts, 2 µm, so that it keeps its depth.
        /// </summary>
        public const double BlobSmoothing = 0.45;

        /// <summary>
        /// Deviations of the noise that a patch must rise to, 4 to 10. Chance reaches five somewhere among fifty thousand places; one and a half more to spare.
        /// </summary>
        public const double BlobScore = 6.5;

        /// <summary>Shades that a patch must differ by, 2 to 10. An eye sees hardly less (common practice).</summary>
        public const float LeastShade = 5;

        /// <summary>The same for deep round patches, deviations; 8 to 20. Twice as sure, for what is taken first is not looked at again.</summary>
        public const double CompactScore = 12;

        /// <summary>The same, shades; 8 to 20.</summary>
        public const float CompactShade = 12;

        /// <summary>Size beyond which a deep patch is not taken first, µm; 20 to 40. Broken glass begins at about so much, and lines may lie in it.</summary>
        public const double LargestCompact = 30;
    }

    /// <summary>A row of fibers in one picture.</summary>
    internal static class FlatFerrule
    {
        /// <summary>
        /// How far the row may turn from the picture's own, degrees; 0 to 45. A key holds the ferrule straighter than that (common practice).
        /// </summary>
        public const int MostSlant = 20;

        /// <summary>
        /// How far a fiber may lie from where the one before says, of the pitch; 0 to 0.25. The standard's holes lie within a hundredth; the rest is the
        /// picture's scale.
        /// </summary>
        public const double Astray = 0.06;
    }

    /// <summary>The round edge of what the lens sees.</summary>
    internal static class FieldStop
    {
        /// <summary>
        /// Of the shade inside the rim, at most which the middle of what lies beyond has, 0 to 1. The darkest ferrule gives back a fifth (common practice).
        /// </summary>
        public const float BlackShare = 0.15f;

        /// <summary>The same for nearly all of what lies beyond, 0 to 1: stray light brightens some.</summary>
        public const float BlackestShare = 0.3f;

        /// <summary>What nearly all means, of the places; 0.9 to 1.</summary>
        public const double NearlyAll = 0.95;

        /// <summary>From how far out beyond is beyond, of the stop's radius; 1 to 1.3. The edge is blurred.</summary>
        public const double Beyond = 1.12;

        /// <summary>Up to how far out the inside is inside, of the radius; 0.9 to 1.</summary>
        public const double Rim = 0.97;

        /// <summary>From how far out the rim's own shade is told, of the radius; 0.7 to 0.95.</summary>
        public const double RimFrom = 0.88;

        /// <summary>Of the picture, what must lie beyond to tell anything, 0 to 0.2: less is four black corners, as vignetting leaves.</summary>
        public const double LeastBeyond = 0.03;

        /// <summary>Of what is judged, what must be black for the stop to be seen there, 0 to 0.05: less is a mark.</summary>
        public const double LeastOfJudged = 0.003;
    }

    /// <summary>The cladding's circle among all circles.</summary>
    internal static class FiberCircle
    {
        /// <summary>Share of the picture's places that count as edges, 0.02 to 0.3. Circles and marks together fill less.</summary>
        public const double MostSteepShare = 0.12;

        /// <summary>Shades from pixel to pixel that an edge must change by, 0.2 to 2: below it is the picture's own steps.</summary>
        public const float LeastSteep = 0.4f;

        /// <summary>
        /// Of the sharpest circle's strength, what another must have to be looked at, 0 to 0.5. A cladding in a bright ferrule is faint beside its core.
        /// </summary>
        public const double LeastToClimb = 0.1;

        /// <summary>The same after each has been set to its own center, 0.2 to 0.9.</summary>
        public const double LeastOfBest = 0.5;

        /// <summary>Of the radius of what the lens sees, the most a fiber's is, 0.5 to 1. The ferrule round it must show.</summary>
        public const double MostOfStop = 0.8;

        /// <summary>The least of it, 0.05 to 0.5: a lens that shows more could not tell marks.</summary>
        public const double LeastOfStop = 0.2;

        /// <summary>Micrometers to a pixel, the finest a microscope for connectors gives, with something to spare; 0.05 to 0.2.</summary>
        public const double FinestScale = 0.1;

        /// <summary>The coarsest; 0.8 to 2. At more, a mark of 2 µm is under two pixels.</summary>
        public const double CoarsestScale = 1.2;

        /// <summary>How many times its own uncertainty a circle must stand out, 5 to 12. Noise reaches six now and then.</summary>
        public const double LeastStrength = 7;

        /// <summary>Shades that it must change by, 0.3 to 2.</summary>
        public const double LeastStep = 0.6;

        /// <summary>Of the sharpest circle's strength, what the cladding's has at least, 0.05 to 0.5.</summary>
        public const float LeastElse = 0.2f;

        /// <summary>The same where the sharpest may be a wide core's, 0.01 to 0.2: a lit core is by far the sharpest.</summary>
        public const float LeastRoundCore = 0.04f;

        /// <summary>Widest ring of adhesive, µm; 5 to 15. Holes are drilled a micrometer or two wide of the fiber; the rest is a worn edge.</summary>
        public const double WidestRing = 9;

        /// <summary>Shades below which rays do not agree however alike they look, 0.1 to 1: the model leaves as much out.</summary>
        public const float LeastUncertainty = 0.3f;

        /// <summary>Shade of glass or ferrule, whichever is brighter, below which a picture is dim, and its rings with it; 50 to 150.</summary>
        public const double LeastLit = 100;
    }

    /// <summary>
    /// Whether the circle is a fiber's edge. Of 751 made-up faces by five hands none showed its edge in under 0.90 of the sectors, strayed by more than 0.0111
    /// of its radius, or was sharper than 0.7 pixels; of pictures of nothing most show under 0.7, or stray by more than 0.015.
    /// </summary>
    internal static class FiberEdge
    {
        /// <summary>Share of the sectors that must step to the same side, 0.7 to 0.9. Between the two kinds of pictures.</summary>
        public const double LeastShare = 0.82;

        /// <summary>How far three quarters of the sectors may lie from the circle, of its radius; 0.0111 to 0.015.</summary>
        public const double MostStray = 0.0135;

        /// <summary>
        /// Standard deviation of the edge's spread, pixels; 0.3 to 0.7. What is sharper than lens and pixels make anything is drawn and not seen.
        /// </summary>
        public const double LeastBlur = 0.6;

        /// <summary>How many times its own uncertainty a sector's step must be, 1.5 to 3. Twice: one in twenty by chance.</summary>
        public const double Sure = 2;

        /// <summary>Variance that a picture of whole shades adds, squared shades; 1/12 to 0.5.</summary>
        public const double ShadeStep = 0.15;
    }

    /// <summary>The core, and what is taken away with it.</summary>
    internal static class Core
    {
        /// <summary>Shades that the core's edge must change by for its center to be told, 0.5 to 3.</summary>
        public const float LeastCoreStep = 1.5f;

        /// <summary>Shades from ring to ring that tell where the center lies, 0.3 to 2.</summary>
        public const float LeastSlope = 0.7f;

        /// <summary>Places so steep that it takes, 5 to 50: a center has two unknowns.</summary>
        public const int FewestPlaces = 12;

        /// <summary>Spreads beyond which a place is a mark and not the core, 2 to 4.</summary>
        public const double FarOff = 2.5;

        /// <summary>Shades that such a spread is at least, 0.3 to 1: whole shades spread by as much.</summary>
        public const float LeastSpread = 0.5f;

        /// <summary>How far a core may lie from the cladding's center, µm; 1 to 3. Fiber makers keep it under 0.8 (from memory of their sheets).</summary>
        public const double FarthestOff = 1.6;

        /// <summary>How far beyond its edge a core still brightens the glass, µm; 0.3 to 2: graded glass has no sharp edge.</summary>
        public const double CoreRim = 0.7;

        /// <summary>Of a film's depth, by how much rings of glass under it may differ, 0.1 to 0.5.</summary>
        public const float UnevenFilm = 0.25f;

        /// <summary>How far in the adhesive's ring shadows the glass, µm; 3 to 10. Seen on faces with thick rings.</summary>
        public const double RingShadow = 6;

        /// <summary>How many times the glass's spread a ring's may be before it is broken in part, 1.5 to 4.</summary>
        public const float MostOfAll = 2.5f;

        /// <summary>Shades of spread that film brings about, 5 to 15.</summary>
        public const float MostUnderFilm = 10;
    }

    /// <summary>The light on the glass, and film that covers much of it.</summary>
    internal static class Light
    {
        /// <summary>Spreads from which on a shade does not count for the light, 2.5 to 5 (Tukey's biweight takes 4.7 deviations).</summary>
        public const double FarOffLight = 3.5;

        /// <summary>Shades that such a spread is at least, 0.3 to 1.</summary>
        public const double LeastLightSpread = 0.5;

        /// <summary>Shades of noise that any picture has, 0.3 to 1.</summary>
        public const double LeastNoise = 0.5;

        /// <summary>Deviations of the noise within which a place is explained, 1.5 to 3.</summary>
        public const double Near = 2;

        /// <summary>How mottled film is, of its step; 0.03 to 0.15.</summary>
        public const double Uneven = 0.07;

        /// <summary>The same while it is still looked for, 0.1 to 0.4.</summary>
        public const double UnevenAtFirst = 0.2;

        /// <summary>Share of the glass on either side of the film's edge, 0.03 to 0.2: less is a mark.</summary>
        public const double LeastCover = 0.08;

        /// <summary>Share of the glass that two levels must explain beyond one, 0.02 to 0.2.</summary>
        public const double LeastGain = 0.05;

        /// <summary>Share of the glass that one level explains where there is no film, 0.8 to 1.</summary>
        public const double NearlyAllOfGlass = 0.9;

        /// <summary>How many times as much one beginning must explain to be preferred, 1 to 1.5.</summary>
        public const double ClearlyMore = 1.1;

        /// <summary>Beyond how far out film seldom goes round most of the glass, µm; 40 to 60.</summary>
        public const double FilmRim = 50;
    }

    /// <summary>Film: wide, faint, soft.</summary>
    internal static class Film
    {
        /// <summary>Shades that film differs by at least, 1.5 to 5. Less is the light's own unevenness.</summary>
        public const float FaintestFilm = 2.5f;

        /// <summary>Shades that it differs by at most, 25 to 60. What is deeper keeps the light off: adhesive, or broken glass (common practice).</summary>
        public const double DeepestFilm = 38;

        /// <summary>Size from which on a soft patch may be film, µm; 8 to 20. Dirt so large is deeper.</summary>
        public const double LeastFilm = 13;

        /// <summary>Size from which on a sharp one may be as well, µm; 15 to 30.</summary>
        public const double SurelyFilm = 20;

        /// <summary>Shades below which whatever is so wide is film, 10 to 25.</summary>
        public const double VeryFaintFilm = 16;

        /// <summary>
        /// Width of its edge on the glass, from a quarter to three quarters of its depth, µm; 1.2 to 3. A sharp edge belongs to something solid.
        /// </summary>
        public const double SoftFilm = 1.8;

        /// <summary>The same on the smoothed, halved grid, which widens edges, µm; 1.8 to 3.5.</summary>
        public const double SoftEdge = 2.4;

        /// <summary>Standard deviation by which the glass is smoothed to see film, µm; 1 to 4: wider than lines and pits, narrower than film.</summary>
        public const double FilmSmoothing = 2.2;

        /// <summary>Deviations of the noise, 4 to 10.</summary>
        public const double FilmScore = 6;

        /// <summary>Its narrower side, µm; 6 to 15.</summary>
        public const double LeastWidth = 10;

        /// <summary>Standard deviation of a smoothing that film survives and crossing lines do not, µm; 3 to 8.</summary>
        public const double Broad = 5;

        /// <summary>Size beyond which a patch no deeper than film is part of it wherever it lies, µm; 5 to 12.</summary>
        public const double Spread = 8;

        /// <summary>The same of a line's width, µm; 2 to 5.</summary>
        public const double WideLineInFilm = 3;

        /// <summary>How far from film its own edges are taken for marks, µm; 4 to 12.</summary>
        public const double FilmReach = 7;

        /// <summary>How many times the film's depth its mottling reaches, 1 to 1.6.</summary>
        public const double NoDeeper = 1.3;
    }

    /// <summary>Lines: scratches, cracks, lint.</summary>
    internal static class Lines
    {
        /// <summary>Deviations at which a line is begun, 4 to 8. Among all places and directions chance reaches five.</summary>
        public const float SeedScore = 5.5f;

        /// <summary>Deviations at which it goes on, 1.5 to 4: what has begun is likelier to go on than to end.</summary>
        public const float GoOnScore = 2.6f;

        /// <summary>How far it may fail to show and still go on, µm; 2 to 6.</summary>
        public const double LongestGap = 3.2;

        /// <summary>The same under a line followed before, µm; 8 to 20.</summary>
        public const double LongestHidden = 14;

        /// <summary>µm; 3 to 8. Shorter is a patch.</summary>
        public const double ShortestLength = 5;

        /// <summary>Of the glass's width, 1 to 1.5: what is longer turns round.</summary>
        public const double LongestOfDiameter = 1.3;

        /// <summary>Length to width, 2.5 to 5.</summary>
        public const double LeastSlenderness = 3.4;

        /// <summary>The same of a broad line, 4 to 8.</summary>
        public const double WideSlenderness = 5.7;

        /// <summary>Width beyond which a line is broad, µm; 2 to 3.</summary>
        public const double BroadLine = 2.3;

        /// <summary>Width from which on the side of a line and not its middle counts beside the ring, µm; 2.5 to 5.</summary>
        public const double WideLine = 3.5;

        /// <summary>Widest line, µm; 8 to 15. What is wider is a patch, whatever its length.</summary>
        public const double WidestLine = 10;

        /// <summary>Deviations, all along it, from which on a line is surely there, 12 to 30.</summary>
        public const double SureSignificance = 20;

        /// <summary>Deviations below which it is not, 6 to 12.</summary>
        public const double LeastSignificance = 8;

        /// <summary>The same before it is set to the middle of its shade, 3 to 8.</summary>
        public const double LeastAtFirst = 5;

        /// <summary>µm; 1.2 to 3. A crack is thinner.</summary>
        public const double ThinnestLint = 1.8;

        /// <summary>µm; 12 to 40.</summary>
        public const double ShortestLint = 20;

        /// <summary>
        /// How far the middle of a short stretch of lint lies from its chord, µm; 0.6 to 1.5. No film draws a scratch so tight (common practice).
        /// </summary>
        public const double Curly = 0.9;

        /// <summary>How far it strays from a smooth bow at most, µm; 0.2 to 0.5.</summary>
        public const double SmoothCurl = 0.3;

        /// <summary>How often a line may come back to itself, 3 to 12: then it is the edge of something.</summary>
        public const int MostReturns = 6;

        /// <summary>Shades that a thin line must differ by, 1.5 to 4.</summary>
        public const double LeastLineShade = 2.2;

        /// <summary>The same in the picture's own shades, 1 to 3: from whole shades come lines of one, where the light falls off.</summary>
        public const double LeastOwnShades = 2;

        /// <summary>Of the noise's deviation, what it must differ by, 0.5 to 1.5.</summary>
        public const double LeastOverNoise = 0.7;

        /// <summary>Shades more for each micrometer beyond a wide line, 0.5 to 2: the wider, the more likely it is the light's.</summary>
        public const double WideShade = 1.2;

        /// <summary>From which width on, µm; 2 to 5.</summary>
        public const double WideFrom = 3;

        /// <summary>Of the core's step, what taking it away may leave, 0.02 to 0.1.</summary>
        public const double CoreLeft = 0.04;

        /// <summary>How near the core's edge such remains lie, µm; 1 to 4.</summary>
        public const double CoreRimLines = 2;

        /// <summary>Of what the thinnest of lines shows through this lens, 0.8 to 1: nothing shows thinner.</summary>
        public const double Thin = 0.95;

        /// <summary>The same where noise matters less, 0.7 to 1.</summary>
        public const double ThinIfSure = 0.8;

        /// <summary>How near the glass's edge what runs along it is the ring's shadow, µm; 2 to 6.</summary>
        public const double RimWidth = 3.5;

        /// <summary>The same of what is wide, µm; 10 to 25.</summary>
        public const double WidestRim = 16;

        /// <summary>How nearly such a line runs round, 0 for just so, 0.3 to 0.8.</summary>
        public const double RoundTheRing = 0.5;

        /// <summary>How near the edge a thin one is looked at so, µm; 5 to 12.</summary>
        public const double CloseRim = 8;

        /// <summary>How nearly round, 0.4 to 1.</summary>
        public const double RoundTheRingIfClose = 0.7;

        /// <summary>How far beside a line no other is begun, µm; 1 to 4.</summary>
        public const double BesideLine = 2;

        /// <summary>Width from which on a line's evenness tells, µm; 2 to 4.</summary>
        public const double UnevenFrom = 2.6;

        /// <summary>Widest third to narrowest, 1.3 to 2: a scratch is as wide at its ends as in its middle.</summary>
        public const double MostUneven = 1.6;

        /// <summary>Length to width of a line that may be less even, 5 to 10.</summary>
        public const double VerySlenderLine = 7;

        /// <summary>How uneven, 1.8 to 3.5.</summary>
        public const double MostUnevenIfSlender = 2.5;
    }

    /// <summary>What tells a crack from a scratch.</summary>
    internal static class Crack
    {
        /// <summary>Shades that a crack is darker by, 8 to 16: a gap in the glass throws light aside all along.</summary>
        public const float FaintestCrack = 11.5f;

        /// <summary>Shades from which on hardly a scratch is as dark, 20 to 35.</summary>
        public const float DeepCrack = 25.6f;

        /// <summary>Widest crack, µm; 2 to 5.</summary>
        public const double WideCrack = 3.2;

        /// <summary>Shortest crack whose course tells anything, µm; 15 to 40.</summary>
        public const double LongCrack = 25;

        /// <summary>How far a zigzag both strays and bends, µm; 0.15 to 0.3.</summary>
        public const double Restless = 0.2;

        /// <summary>The geometric mean of both for a line as dark as a crack, µm; 0.2 to 0.35.</summary>
        public const double WildIfDeep = 0.265;

        /// <summary>As the first, where no other mark lies near to bend it, µm; 0.1 to 0.2.</summary>
        public const double RestlessIfFree = 0.13;

        /// <summary>As the second, µm; 0.14 to 0.25.</summary>
        public const double WildIfFree = 0.185;

        /// <summary>Piece of a line that says how it runs, µm; 5 to 15.</summary>
        public const double ShortestBow = 8;

        /// <summary>What is left out on either side of a corner, µm; 1 to 6.</summary>
        public const double CornerGap = 3;

        /// <summary>How near another mark bends a line, µm; 1.5 to 6.</summary>
        public const double BesideMark = 3;

        /// <summary>What of a line must lie free to tell how it runs, µm; 15 to 40.</summary>
        public const double LeastFree = 25;
    }

    /// <summary>Pieces of one line.</summary>
    internal static class JoinedLines
    {
        /// <summary>Between two pieces in the open, µm; 8 to 25.</summary>
        public const double LongestOpenGap = 16;

        /// <summary>Between two pieces under another line, µm; 25 to 60: two that cross at a small angle hide each other for long.</summary>
        public const double LongestUnderOther = 40;

        /// <summary>Piece too short to tell how the whole runs, µm; 10 to 25.</summary>
        public const double LeastForCourse = 16;

        /// <summary>How far beside the first's heading the second may begin, µm; 1 to 3.</summary>
        public const double MostAside = 1.6;

        /// <summary>Cosine of the angle between them, 0.9 to 1: 15 degrees.</summary>
        public const double LeastAlong = 0.966;

        /// <summary>How many times as wide one may be, 1.4 to 2.5.</summary>
        public const double MostWiderPiece = 1.9;

        /// <summary>How far beside another line its shadow reaches, steps; 2 to 8.</summary>
        public const double BesideOther = 5;
    }

    /// <summary>What stays of lines that were taken out.</summary>
    internal static class LineRemains
    {
        /// <summary>Of a line's depth, what a round patch on it may have, 0.3 to 1.</summary>
        public const double Left = 0.6;

        /// <summary>The same of a long one, 0.8 to 1.6: lines that cross leave so much.</summary>
        public const double LeftIfLong = 1.2;

        /// <summary>Length to width of a long one, 1.4 to 2.5.</summary>
        public const double Long = 1.8;

        /// <summary>How far beside a line its remains lie, µm; 1.5 to 4.</summary>
        public const double RemainsReach = 2.5;

        /// <summary>How many times as wide as the line they are, 1.5 to 3.</summary>
        public const double MostWider = 2;

        /// <summary>How near its middle a patch lies on it, µm; 0.8 to 2.</summary>
        public const double OnLine = 1.2;

        /// <summary>Length to width of a patch that is its next stretch, 1.4 to 2.5.</summary>
        public const double Stretch = 1.8;

        /// <summary>How far from its end, µm; 5 to 15.</summary>
        public const double StretchReach = 8;

        /// <summary>How far beside its heading, µm; 1 to 3.</summary>
        public const double Aside = 1.5;

        /// <summary>How near the ring a line ends that goes on over it, µm; 3 to 10.</summary>
        public const double NearRing = 6;

        /// <summary>Size of what stands at such an end, µm; 4 to 10.</summary>
        public const double LargestEnd = 6;

        /// <summary>How far beyond the ring it may show, µm; 60 to 120: to the edge of contact and past it.</summary>
        public const double BeyondRing = 90;

        /// <summary>How far its heading may turn, as a tangent, for a round patch; 0.05 to 0.2.</summary>
        public const double NarrowFan = 0.1;

        /// <summary>The same for a drawn-out one, 0.2 to 0.5.</summary>
        public const double WideFan = 0.3;

        /// <summary>Length to width of a drawn-out one, 1.3 to 2.5.</summary>
        public const double Drawn = 1.6;

        /// <summary>Of one line's depth, what several that cross have together, 1.8 to 3.</summary>
        public const double MostTogether = 2.2;

        /// <summary>How far beside a line a place counts as covered by it, µm; 1 to 3.</summary>
        public const double BesideCovered = 1.5;

        /// <summary>How far past its end, µm; 15 to 40.</summary>
        public const double GoOnReach = 24;

        /// <summary>Share of a patch that must lie so, 0.7 to 0.95.</summary>
        public const double LeastCovered = 0.8;
    }

    /// <summary>Patches: how they are cut out, and what belongs together.</summary>
    internal static class Patches
    {
        /// <summary>Patches that are described, 40 to 200: a face with more fails by the first of them.</summary>
        public const int MostBlobs = 80;

        /// <summary>How far beyond a patch its bright rim lies, of its size; 1.5 to 4.</summary>
        public const double HaloReach = 2.6;

        /// <summary>Of the patch's depth, what that rim has, 0.4 to 1.</summary>
        public const double DeepestRim = 0.7;

        /// <summary>Of a patch's depth, what its own shadow has, 0.1 to 0.5.</summary>
        public const double Shadow = 0.3;

        /// <summary>How far it lies, of the size; 2 to 5.</summary>
        public const double ShadowReach = 3;

        /// <summary>Smallest patch, µm; 0.4 to 1.5: under a third of the smallest limit.</summary>
        public const double LeastPatch = 0.7;

        /// <summary>Of a patch's depth, what goes on from its outline where lines cross, 0.1 to 0.5.</summary>
        public const double ArmDepth = 0.25;

        /// <summary>Length to width of a round patch, 2 to 3.5.</summary>
        public const double MostStretch = 2.6;

        /// <summary>How much longer its outline's moments may make it than its area, 1.2 to 1.8.</summary>
        public const double MostRoughness = 1.4;

        /// <summary>Of the deeper one's depth, what the other of a clump has, 0.3 to 0.8.</summary>
        public const double LeastAlike = 0.5;

        /// <summary>µm; 1.5 to 4.</summary>
        public const double SmallestOfClump = 2.5;

        /// <summary>µm; 8 to 20.</summary>
        public const double LargestOfClump = 12;

        /// <summary>Between two of a clump, µm; 1 to 4.</summary>
        public const double WidestGap = 2.2;

        /// <summary>How near the judged glass's edge a patch meets the ring, µm; 0.6 to 2.</summary>
        public const double NearGlassEdge = 1.2;

        /// <summary>The same from outside, µm; 1 to 3: the ferrule's grid is coarser.</summary>
        public const double NearFerruleEdge = 1.8;

        /// <summary>Smallest other half of a mark over the ring, µm; 2 to 5: less is a pore.</summary>
        public const double SmallestHalf = 3;

        /// <summary>Of the larger half's size, 0.2 to 0.6.</summary>
        public const double LeastHalf = 0.35;

        /// <summary>Of its depth, 0.1 to 0.5.</summary>
        public const double LeastAsDeep = 0.25;
    }

    /// <summary>Patches that are stretches of a line that was not followed.</summary>
    internal static class Threads
    {
        /// <summary>Size of glass that broke out, µm; 25 to 50: no crumb of dirt is as large.</summary>
        public const double SmallestBreak = 34;

        /// <summary>Length to width of a narrow thread, 4 to 7.</summary>
        public const double Slender = 5;

        /// <summary>µm; 15 to 40.</summary>
        public const double LongThread = 25;

        /// <summary>Roughness of a long even one, 1.05 to 1.2.</summary>
        public const double UnevenThread = 1.1;

        /// <summary>Its length to width, 2.5 to 5.</summary>
        public const double SlenderIfEven = 3.2;

        /// <summary>Roughness of a very even one, 1.02 to 1.1.</summary>
        public const double VeryEvenThread = 1.06;

        /// <summary>Its length to width, 3 to 6.</summary>
        public const double SlenderIfVeryEven = 4;

        /// <summary>The same of one that shines, 2.5 to 5: dirt seldom does.</summary>
        public const double SlenderIfBright = 3;

        /// <summary>Roughness of a bar, 1.01 to 1.08.</summary>
        public const double BarEven = 1.04;

        /// <summary>Its length to width, 2.2 to 4.</summary>
        public const double SlenderIfBar = 2.8;

        /// <summary>Length to width of any thread, 5 to 9.</summary>
        public const double VerySlender = 6.5;
    }

    /// <summary>Marks on the ferrule, where only what is large matters.</summary>
    internal static class Ferrule
    {
        /// <summary>Standard deviation, µm; 0.8 to 2.</summary>
        public const double FerruleSmoothing = 1.2;

        /// <summary>Deviations of the noise, 4 to 10.</summary>
        public const double FerruleScore = 6;

        /// <summary>Smallest patch, µm; 1.5 to 4: pores of the ceramic are smaller.</summary>
        public const double LeastOnFerruleSize = 2.2;

        /// <summary>Shades, 4 to 12: its grain is coarse.</summary>
        public const float LeastFerruleShade = 7;

        /// <summary>Places that must be in the picture, 100 to 1,000: below, neither light nor marks can be told.</summary>
        public const int FewestJudged = 200;

        /// <summary>Beyond how far out what is black may be the lens's stop, µm; 75 to 110.</summary>
        public const double StopFrom = 85;
    }

    /// <summary>The shade of the adhesive's ring.</summary>
    internal static class Ring
    {
        /// <summary>How far from the glass it is looked at, µm; 0.2 to 1.</summary>
        public const double RingApart = 0.4;

        /// <summary>The same, of the lens's spread; 1 to 2.5.</summary>
        public const double ApartOfBlur = 1.6;

        /// <summary>How wide, µm; 0.5 to 1.5: rings are seldom narrower.</summary>
        public const double RingWide = 0.8;

        /// <summary>Of a patch's length, what of the ring abreast of it is looked at, 0.1 to 1.</summary>
        public const double RingMiddle = 0.3;

        /// <summary>Of what a patch keeps off the glass, what it must keep off the ring, 0.1 to 0.5.</summary>
        public const float LeastRingShare = 0.25f;

        /// <summary>How many times the ring's spread that is, 1.5 to 3.</summary>
        public const float LeastOverSpread = 2;

        /// <summary>Shades that its spread is at least, 0.5 to 2.</summary>
        public const float FaintestSpread = 1;

        /// <summary>Shades of the darkest ring that still darkens, 3 to 12.</summary>
        public const float DarkestRing = 6;

        /// <summary>Shades under which hardly anything over it shows, 15 to 40.</summary>
        public const float BlackRing = 25;
    }

    /// <summary>Marks at the ring: adhesive and dirt lie over it, a chip ends at it.</summary>
    internal static class AtRing
    {
        /// <summary>Of a patch's depth, how dark dirt elsewhere must be to be its company, 0.15 to 0.6.</summary>
        public const double LeastAsDark = 0.3;

        /// <summary>Length of what lies along the ring, µm; 8 to 20.</summary>
        public const double LongAtRing = 12;

        /// <summary>Its length to width, 1.8 to 3.</summary>
        public const double SlenderAtRing = 2.3;

        /// <summary>How far in it reaches, µm; 7 to 16.</summary>
        public const double DeepestAtRing = 11;

        /// <summary>The same of a faint one, µm; 14 to 30.</summary>
        public const double DeepestCrescent = 20;

        /// <summary>µm; 14 to 30. Adhesive is larger.</summary>
        public const double LargestDirt = 20;

        /// <summary>Size beyond which what is faint on both sides is film, µm; 25 to 50.</summary>
        public const double LargestAdhesive = 35;

        /// <summary>Shades, 50 to 100: darker than adhesive, which light goes through.</summary>
        public const double DeepDirt = 70;

        /// <summary>µm; 3 to 8: adhesive leaves nothing so small.</summary>
        public const double SmallDirt = 5;

        /// <summary>Length to width, 1.3 to 2.2.</summary>
        public const double RoundDirt = 1.7;

        /// <summary>The same of dark dirt, 2 to 3.5.</summary>
        public const double SlenderDirt = 2.5;

        /// <summary>Of its size, how far in a patch reaches that only touches the ring, 0.7 to 1.</summary>
        public const double FarIn = 0.9;

        /// <summary>Of its length, how far in a thread reaches that comes from the ring, 0.2 to 0.6.</summary>
        public const double FarInAsThread = 0.35;

        /// <summary>Width of the edge of what is not broken glass, µm; 0.3 to 0.8.</summary>
        public const double SoftRingEdge = 0.48;

        /// <summary>The same, of the lens's spread; 0.5 to 1.2.</summary>
        public const double BlurOfEdge = 0.8;
    }

    /// <summary>What lies near what.</summary>
    internal static class Company
    {
        /// <summary>Smallest patch on the ferrule that counts by itself, µm; 3 to 6.</summary>
        public const double LeastOnFerrule = 4;

        /// <summary>Smallest that goes on under the ring, µm; 4 to 10: a pore does not.</summary>
        public const double LeastUnderRing = 6;

        /// <summary>How near the glass's edge a patch is cut off by it, µm; 0.1 to 0.5.</summary>
        public const double CutOff = 0.25;

        /// <summary>Shades, 10 to 20: what keeps off less is the light's unevenness, or what stayed of a line.</summary>
        public const float FaintestDirt = 14;

        /// <summary>Odds by its own looks, as a logarithm, from which on dirt counts for the crumbs beside it; 1 to 3.</summary>
        public const double SureDirt = 1.5;

        /// <summary>µm; 4 to 10.</summary>
        public const double LargestCrumb = 6;

        /// <summary>How far from dirt its crumbs lie, µm; 2 to 8.</summary>
        public const double CrumbsReach = 4;
    }

    /// <summary>Pit or dirt: weights of a logistic regression over some 1,900 patches by four hands.</summary>
    internal static class Dirt
    {
        /// <summary>What one patch by its own looks says at most, either way, as a logarithm of odds; 3 to 6.</summary>
        public const double Most = 4;

        /// <summary>Odds of a patch with no ragged outline at all; from the regression.</summary>
        public const double Level = 6.64;

        /// <summary>Odds for each factor e of raggedness; from the regression.</summary>
        public const double RaggedWeight = 2.42;

        /// <summary>Raggedness that a picture gives any outline, 0.005 to 0.03.</summary>
        public const double LeastRagged = 0.01;

        /// <summary>Odds for each factor e of size beyond the largest pit; from the regression.</summary>
        public const double LargeWeight = 13.4;

        /// <summary>Largest usual pit, µm; from the regression.</summary>
        public const double Large = 8.5;

        /// <summary>Odds of a patch among others; from the regression.</summary>
        public const double LevelInCompany = 0.6;

        /// <summary>Weight of each of the others; from the regression.</summary>
        public const double CompanyWeight = 0.55;

        /// <summary>What one of them says at most, 1 to 4.</summary>
        public const double MostOfCompany = 2;

        /// <summary>Weight of the surest among them; from the regression.</summary>
        public const double SurestWeight = 0.4;
    }

    /// <summary>How surely a size is known.</summary>
    internal static class Reading
    {
        /// <summary>µm; 0.1 to 0.3: a third of a pixel.</summary>
        public const double FixedUncertainty = 0.15;

        /// <summary>Of the size, 0.03 to 0.1: what the outline at half depth strays by.</summary>
        public const double ShareUncertain = 0.06;

        /// <summary>Deviations at which a mark is surely there to 1 - 1/e, 5 to 12.</summary>
        public const double SureAt = 8;
    }
}
