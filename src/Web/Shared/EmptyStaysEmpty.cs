using Microsoft.AspNetCore.Mvc.ModelBinding.Metadata;

namespace Plurimax.Web.Shared;

/// <summary>An empty box is an empty text, not an absent one.</summary>
internal sealed class EmptyStaysEmpty : IDisplayMetadataProvider
{
    public void CreateDisplayMetadata(DisplayMetadataProviderContext context) => context.DisplayMetadata.ConvertEmptyStringToNull = false;
}
