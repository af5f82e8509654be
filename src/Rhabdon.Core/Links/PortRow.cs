using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Links;

/// <summary>One row of a port list: where an end of a strand goes.</summary>
/// <param name="Line">Of the list, from 1 with its head.</param>
/// <param name="Position">Within the port, from 1: a duplex port has 2, an MPO port 12.</param>
/// <param name="Label">Empty for the label that the job's pattern makes.</param>
public sealed record PortRow(int Line, int Strand, CableEnd End, string Closet, string Panel, int Port, int Position, string Label);

/// <summary>A row that cannot be taken: its line, the column, and what would do.</summary>
public sealed record PortFault(int Line, string Column, Phrase Says);
